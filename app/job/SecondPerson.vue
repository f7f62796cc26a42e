<script setup lang="ts" generic="T extends EventType">
import { computed, ref } from 'vue'
import type { EventBodies, EventType } from '#core'
import { useBench } from './use-bench'
import RefusalNote from '../ui/RefusalNote.vue'

/** A second person signs at this bench, with name and PIN; with the password once the PINs of an hour are spent. */
const { type, body, act, ready } = defineProps<{ type: T, body: EventBodies[T], act: string, ready: boolean }>()
const { job } = useBench()
const [login, pin, password, busy] = [ref(''), ref(''), ref(''), ref(false)]
const problem = ref<string | null>(null)
const byPassword = ref(false)
const secretReady = computed(() => byPassword.value ? password.value !== '' : /^\d{6,8}$/.test(pin.value))
const isReady = computed(() => ready && (job.isPractice || (login.value.trim() !== '' && secretReady.value)))

async function sign() {
  busy.value = true
  // What the last try said is over; what is said next is of this one.
  problem.value = null
  const fault = await job.sign(type, body, login.value.trim(), byPassword.value ? { password: password.value } : { pin: pin.value })
  problem.value = fault?.sentence ?? null
  byPassword.value = fault?.needsPassword ?? (fault !== null && byPassword.value)
  pin.value = password.value = ''
  busy.value = false
}
</script>

<template>
  <form
    class="sign"
    @submit.prevent="isReady && sign()"
  >
    <span
      v-if="job.isPractice"
      class="made-up"
    >A made-up second person signs here.</span>
    <el-input
      v-else
      v-model="login"
      aria-label="Name of the second person"
      placeholder="their name"
      autocomplete="off"
      autocapitalize="off"
    />
    <el-input
      v-if="byPassword"
      v-model="password"
      type="password"
      aria-label="Password of the second person"
      placeholder="password"
      autocomplete="off"
      maxlength="200"
    />
    <el-input
      v-else-if="!job.isPractice"
      v-model="pin"
      class="pin"
      type="password"
      inputmode="numeric"
      aria-label="PIN of the second person"
      placeholder="PIN"
      autocomplete="off"
      maxlength="8"
    />
    <el-button
      type="primary"
      native-type="submit"
      :disabled="!isReady"
      :loading="busy"
    >
      {{ act }}
    </el-button>
    <slot />
    <RefusalNote :text="problem" />
  </form>
</template>

<style scoped>
.sign { display: flex; flex-wrap: wrap; gap: 8px; margin-top: 8px; }
.made-up { align-self: center; color: var(--slate); }
.sign > .el-input { flex: 3 1 140px; width: auto; }
.sign > .pin { flex: 0 1 112px; font-family: var(--mono); }
.sign :deep(p) { flex-basis: 100%; }
</style>
