<script setup lang="ts">
import { computed } from 'vue'
import { isDone } from '#core'
import { provideBench } from '../../job/use-bench'
import { BenchView } from '../bench'
import type { PracticeJob } from './practice-job'

/** The bench with a made-up machine on it, and what does the work of a step at once. */
const { job, back } = defineProps<{ job: PracticeJob, back: string }>()
const bench = provideBench(job)
const shown = computed(() => bench.shown.value)
const isNow = computed(() => shown.value && bench.next.value.some(step => step.key === shown.value!.key))
const isUndone = computed(() => shown.value && !isDone(job.state, shown.value.key))

function doIt() {
  const step = shown.value!
  if (!isNow.value) {
    job.doUpTo(step.key)
    bench.look(step)
  } else if (job.doStep(step.key)) bench.look(null)
}
</script>

<template>
  <div class="practice">
    <div
      class="bar"
      role="region"
      aria-label="Practice"
    >
      <NuxtLink
        :to="back"
        class="back"
      >
        <Icon name="ph:arrow-left" /> Back to the sheet
      </NuxtLink>
      <strong>Made-up machine: nothing is kept</strong>
      <span class="acts">
        <slot />
        <el-button
          type="primary"
          :disabled="!isUndone"
          @click="doIt"
        >
          {{ isNow || !isUndone ? 'Do this step' : 'Do all up to this step' }}
        </el-button>
      </span>
    </div>
    <BenchView class="on" />
  </div>
</template>

<style scoped>
.practice { display: flex; flex-direction: column; height: 100%; }
.bar {
  display: flex; flex-wrap: wrap; align-items: center; gap: 8px 18px; padding: 8px var(--gap) 8px;
  border-bottom: 3px dashed var(--brass-line);
}
.bar strong { color: var(--brass); font: 600 18px/1.2 var(--label); }
.acts { display: flex; flex-wrap: wrap; gap: 8px; margin-left: auto; align-items: center; }
.acts .el-button { margin: 0; }
.back { display: inline-flex; align-items: center; gap: 6px; min-height: var(--target); }
.on { flex: 1; min-height: 0; height: auto; }
</style>
