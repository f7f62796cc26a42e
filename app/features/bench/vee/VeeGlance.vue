<script setup lang="ts">
import { computed } from 'vue'
import type { Step, Vee } from '#core'
import { useBench } from '../../../job/use-bench'

/** The whole V in a thumbnail: where the work is, without scrolling. The list beside it says the same in words. */
const { vee } = defineProps<{ vee: Vee }>()
const bench = useBench()

const HEIGHT = 34
const dots = computed(() => {
  const n = vee.rows.length
  const y = (i: number) => 2 + (i / Math.max(1, n - 1)) * (HEIGHT - 8)
  const points: { step: Step, x: number, y: number }[] = []
  vee.rows.forEach((row, i) => {
    const x = 4 + (i / Math.max(1, n - 1)) * 34
    if (row.off) points.push({ step: row.off, x, y: y(i) })
    if (row.on) points.push({ step: row.on, x: 104 - x, y: y(i) })
  })
  vee.floor.forEach((step, i) => points.push({ step, x: 40 + (i / Math.max(1, vee.floor.length - 1)) * 24, y: HEIGHT - 2 }))
  return points
})
</script>

<template>
  <svg
    class="glance"
    viewBox="0 0 104 36"
    aria-hidden="true"
  >
    <path
      v-for="{ step, x, y } in dots"
      :key="step.key"
      :class="[bench.statusOf(step), { shown: bench.shown.value?.key === step.key }]"
      :d="`M${x - 2.5} ${y}h5`"
    />
  </svg>
</template>

<style scoped>
.glance { width: 104px; height: 36px; flex: none; }
path { stroke: var(--rule); stroke-width: 1.6; }
.done { stroke: var(--verdigris); }
.next { stroke: var(--rule-strong); }
.shown { stroke: var(--brass-line); stroke-width: 4; }
</style>
