<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Step } from '#core'
import type { Bench } from '../../use-bench'
import RefusalNote from '../../../../ui/RefusalNote.vue'

const { step, text, bench } = defineProps<{ step: Step, text: string, bench: Bench }>()
const { job } = bench
const released = computed(() => job.state.released[step.key])
const others = computed(() => bench.dutiesLeft.value.some(duty => duty.kind !== 'hold'))
const [login, pin, problem, busy] = [ref(''), ref(''), ref<string | null>(null), ref(false)]
const ready = computed(() => login.value.trim() !== '' && /^\d{4,8}$/.test(pin.value) && !others.value && bench.statusOf(step) === 'next')

async function release() {
  busy.value = true
  problem.value = await job.sign('hold-released', { step: step.key }, login.value.trim(), pin.value)
  pin.value = ''
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
    @submit.prevent="ready && release()"
  >
    <input
      v-model="login"
      aria-label="Name of the second person"
      placeholder="their name"
      autocomplete="off"
      autocapitalize="off"
    >
    <input
      v-model="pin"
      class="mono"
      type="password"
      inputmode="numeric"
      aria-label="PIN of the second person"
      placeholder="PIN"
      autocomplete="off"
      maxlength="8"
    >
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
.sign { display: grid; grid-template-columns: 1fr 84px auto; gap: 8px; margin-top: 8px; }
.sign input { min-width: 0; min-height: var(--target); padding: 0 10px; border: 1px solid var(--rule-strong); background: var(--chalk); color: var(--ink); font-size: 16px; }
.sign p { grid-column: 1 / -1; }
.wait { color: var(--brass); }
</style>
