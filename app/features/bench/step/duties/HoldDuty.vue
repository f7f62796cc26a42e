<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Step } from '#core'
import type { Bench } from '../../use-bench'
import RefusalNote from '../../../../ui/RefusalNote.vue'

const { step, text, bench } = defineProps<{ step: Step, text: string, bench: Bench }>()
const { job } = bench
const released = computed(() => job.state.released[step.key])
const others = computed(() => bench.dutiesLeft.value.some(duty => duty.kind !== 'hold'))
const [login, pin, password, busy] = [ref(''), ref(''), ref(''), ref(false)]
const problem = ref<string | null>(null)
/** The PINs of this hour are spent: the password signs as well. */
const byPassword = ref(false)
const secretReady = computed(() => byPassword.value ? password.value !== '' : /^\d{6,8}$/.test(pin.value))
const ready = computed(() => login.value.trim() !== '' && secretReady.value && !others.value && bench.statusOf(step) === 'next')

async function release() {
  busy.value = true
  const fault = await job.sign('hold-released', { step: step.key }, login.value.trim(), byPassword.value ? { password: password.value } : { pin: pin.value })
  problem.value = fault?.sentence ?? null
  byPassword.value = fault?.needsPassword ?? (fault !== null && byPassword.value)
  pin.value = password.value = ''
  busy.value = false
}
</script>

<template>
  <h3><span>◆ Hold point</span><small>a second person</small></h3>
  <p>{{ text }}</p>
  <p
    v-if="released"
    class="ok"
  >
    <Icon name="ph:seal-check" /> Released by {{ released.by }}<template v-if="job.waitingIds.has(released.event)">
      , sealed on this device; name and PIN are checked when the link is back
    </template>
  </p>
  <form
    v-else-if="bench.mayWork.value"
    class="sign"
    :class="{ wide: byPassword }"
    @submit.prevent="ready && release()"
  >
    <el-input
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
      v-else
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
      :disabled="!ready"
      :loading="busy"
    >
      Release
    </el-button>
    <p
      v-if="others"
      class="wait"
    >
      First what else the step asks for.
    </p>
    <RefusalNote :text="problem" />
  </form>
</template>

<style scoped>
.sign { display: grid; grid-template-columns: 1fr 112px auto; gap: 8px; margin-top: 8px; }
.sign.wide { grid-template-columns: 1fr 1fr auto; }
.pin { font-family: var(--mono); }
.sign p { grid-column: 1 / -1; }
.wait { color: var(--brass); }
</style>
