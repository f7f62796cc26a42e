<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Wait } from '#core'
import { leftOf } from '../../../ui/time-left'
import ReasonForm from '../../../ui/ReasonForm.vue'
import { useBench } from '../../../job/use-bench'

const { wait } = defineProps<{ wait: Wait }>()
const bench = useBench()
const { job } = bench
const left = computed(() => bench.msUntil(wait.endsAt))
const share = computed(() => Math.min(1, Math.max(0, 1 - left.value / (wait.minutes * 60_000))))
const asking = ref(false)
function cut(reason: string) {
  if (job.act('wait-cut', { step: wait.step.key, reason })) asking.value = false
}
</script>

<template>
  <section
    class="wait"
    :class="{ over: left <= 0 || wait.cut }"
    :aria-label="`${wait.for}: ${wait.name}`"
  >
    <p>
      <Icon name="ph:hourglass-medium" /> <strong>{{ wait.name }}</strong>
      <span
        v-if="wait.cut"
        class="mono"
      >cut short</span>
      <span
        v-else
        class="mono"
        role="timer"
      >{{ left > 0 ? `${leftOf(left)} left` : 'time is up' }}</span>
    </p>
    <svg
      v-if="!wait.cut"
      class="bar"
      viewBox="0 0 100 4"
      preserveAspectRatio="none"
      aria-hidden="true"
    ><path
      class="whole"
      d="M0 2H100"
    /><path :d="`M0 2H${share * 100}`" /></svg>
    <p
      v-if="wait.cut"
      class="quiet"
    >
      {{ job.state.waitsCut[wait.step.key]!.by }}: {{ job.state.waitsCut[wait.step.key]!.reason }}
    </p>
    <template v-else-if="left > 0 && bench.mayWork.value">
      <el-button
        v-if="!asking"
        text
        @click="asking = true"
      >
        Start early …
      </el-button>
      <ReasonForm
        v-else
        :id="`cut-${wait.step.key}`"
        question="What makes it safe to start before its time? You sign it with your name."
        act="Sign and start early"
        @sign="cut"
      />
    </template>
  </section>
</template>

<style scoped>
.wait { margin-top: 10px; padding: 9px 14px; border-left: 6px solid var(--brass-line); background: var(--brass-tint); }
.wait.over { border-left-color: var(--verdigris); background: var(--verdigris-tint); }
.wait > p:first-child { display: flex; gap: 8px; align-items: center; flex-wrap: wrap; }
.wait > p:first-child .mono { margin-left: auto; font-weight: 500; }
.bar { width: 100%; height: 4px; display: block; margin-top: 6px; }
path { stroke: var(--brass-line); stroke-width: 4; }
path.whole { stroke: var(--rule); }
.over path { stroke: var(--verdigris); }
</style>
