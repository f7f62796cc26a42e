<script setup lang="ts">
import { computed } from 'vue'
import type { Step } from '#core'
import type { Bench } from './use-bench'

const { step, text, bench } = defineProps<{ step: Step, text: string, bench: Bench }>()
const { job, session } = bench
const released = computed(() => job.state.released[step.key])
const others = computed(() => bench.dutiesLeft.value.some(duty => duty.kind !== 'hold'))
</script>

<template>
  <h3><span>◆ Hold point</span></h3>
  <p>{{ text }}</p>
  <p
    v-if="released"
    class="ok"
  >
    <Icon name="ph:seal-check" /> Released by {{ released.by }}
  </p>
  <div
    v-else-if="session.may('hold:release') && !job.state.closed"
    class="choices"
  >
    <el-button
      type="primary"
      :disabled="others || bench.statusOf(step) !== 'next'"
      @click="job.act('hold-released', { step: step.key })"
    >
      Release the hold point
    </el-button>
  </div>
  <p
    v-else
    class="wait"
  >
    A lead or engineer releases it at their own sign-in.
  </p>
</template>

<style scoped>
.ok { color: var(--verdigris); font-weight: 500; }
.wait { color: var(--brass); font-weight: 500; }
</style>
