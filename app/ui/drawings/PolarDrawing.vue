<script setup lang="ts">
import { computed } from 'vue'
import type { RunOut, RunOutPoint } from '#core'

/** Readings round the turn, magnified, with the fitted circle and the way its centre has moved. */
const { points, runOut, compact = false } = defineProps<{ points: readonly RunOutPoint[], runOut: RunOut, compact?: boolean }>()
const [SIZE, RING] = [340, 88]
const reach = computed(() => Math.max(runOut.eccentricityUm, ...points.map(point => Math.abs(point.readingUm - runOut.meanUm)), 1))
const place = (angleDeg: number, um: number) => {
  const angle = (angleDeg - 90) * Math.PI / 180
  const radius = RING + um / reach.value * 46
  return [SIZE / 2 + radius * Math.cos(angle), SIZE / 2 + radius * Math.sin(angle)] as const
}
const dots = computed(() => points.map(point => place(point.angleDeg, point.readingUm - runOut.meanUm)))
const circle = computed(() => Array.from({ length: 73 }, (_, i) => {
  const angle = i * 5
  const [x, y] = place(angle, runOut.eccentricityUm * Math.cos((angle - runOut.phaseDeg) * Math.PI / 180))
  return `${i ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`
}).join(''))
const high = computed(() => place(runOut.phaseDeg, reach.value * 1.25))
</script>

<template>
  <svg
    :viewBox="compact ? '24 24 292 292' : `0 0 ${SIZE} ${SIZE}`"
    :class="{ compact }"
    role="img"
    :aria-label="`Polar plot of ${points.length} readings: total ${runOut.tirUm.toFixed(1)} µm, offset ${runOut.eccentricityUm.toFixed(1)} µm, high side at ${runOut.phaseDeg.toFixed(0)}°`"
  >
    <circle
      class="mean"
      :cx="SIZE / 2"
      :cy="SIZE / 2"
      :r="RING"
    />
    <path
      class="cross"
      :d="`M${SIZE / 2} 14V${SIZE - 14}M14 ${SIZE / 2}H${SIZE - 14}`"
    />
    <path
      class="fit"
      :d="circle"
    />
    <path
      class="high"
      :d="`M${SIZE / 2} ${SIZE / 2}L${high[0]} ${high[1]}`"
    />
    <circle
      v-for="(dot, i) in dots"
      :key="i"
      class="dot"
      :cx="dot[0]"
      :cy="dot[1]"
      r="4"
    />
    <template v-if="!compact">
      <text
        v-for="[text, tx, ty] in ([['0°', SIZE / 2 + 6, 12], ['90°', SIZE - 2, SIZE / 2 - 6], ['180°', SIZE / 2 + 6, SIZE - 3], ['270°', 28, SIZE / 2 - 6]] as const)"
        :key="text"
        :x="tx"
        :y="ty"
        :text-anchor="text === '90°' || text === '270°' ? 'end' : 'start'"
      >{{ text }}</text>
    </template>
  </svg>
</template>

<style scoped>
svg { max-width: 340px; margin: 0 auto; }
.mean { fill: none; stroke: var(--rule-strong); stroke-dasharray: 4 4; }
.cross { stroke: var(--rule); }
.fit { fill: var(--steel-turning); fill-opacity: .5; stroke: var(--scribe); stroke-width: 2; }
.high { stroke: var(--brass-line); stroke-width: 2.5; }
.dot { fill: var(--ink); }
/* A quarter of the size: lines and dots keep their weight on the screen. */
.compact .fit { stroke-width: 5; }
.compact .high { stroke-width: 6; }
.compact .dot { r: 9px; }
.compact .mean, .compact .cross { stroke-width: 3; }
text { font: 12px var(--mono); fill: var(--slate); }
</style>
