<script setup lang="ts">
import { computed } from 'vue'
import type { Drawing } from '../calculator'

/** Draws by clearance; what lies left of zero runs under preload. */
const { drawing } = defineProps<{ drawing: Extract<Drawing, { kind: 'histogram' }> }>()
const [WIDTH, HEIGHT] = [420, 170]
const most = computed(() => Math.max(...drawing.bins))
const from = computed(() => Math.min(0, drawing.minUm))
const to = computed(() => Math.max(0, drawing.maxUm))
const x = (um: number) => 14 + (um - from.value) / (to.value - from.value) * (WIDTH - 28)
const bars = computed(() => drawing.bins.map((count, i) => {
  const width = (drawing.maxUm - drawing.minUm) / drawing.bins.length
  const left = drawing.minUm + i * width
  return {
    x: x(left),
    width: Math.max(0.5, x(left + width) - x(left) - 0.6),
    height: (count / most.value) * (HEIGHT - 44),
    isPreload: left + width / 2 < 0,
  }
}))
const ticks = computed(() => [from.value, 0, to.value].filter((value, i, all) => all.indexOf(value) === i))
</script>

<template>
  <svg
    :viewBox="`0 0 ${WIDTH} ${HEIGHT}`"
    role="img"
    :aria-label="`Clearance at work from ${drawing.minUm.toFixed(0)} to ${drawing.maxUm.toFixed(0)} µm; below zero is preload`"
  >
    <rect
      v-for="bar in bars"
      :key="bar.x"
      :class="{ preload: bar.isPreload }"
      :x="bar.x"
      :y="HEIGHT - 26 - bar.height"
      :width="bar.width"
      :height="bar.height"
    />
    <path
      class="axis"
      :d="`M14 ${HEIGHT - 26}H${WIDTH - 14}`"
    />
    <path
      class="zero"
      :d="`M${x(0)} 8V${HEIGHT - 20}`"
    />
    <text
      v-for="tick in ticks"
      :key="tick"
      :x="x(tick)"
      :y="HEIGHT - 6"
      :text-anchor="tick === to ? 'end' : tick === from ? 'start' : 'middle'"
    >{{ tick.toFixed(0) }}{{ tick === to ? ' µm' : '' }}</text>
  </svg>
</template>

<style scoped>
rect { fill: var(--scribe); }
rect.preload { fill: var(--oxide); }
.axis { stroke: var(--rule-strong); }
.zero { stroke: var(--ink); stroke-dasharray: 8 3 2 3; }
text { font: 12px var(--mono); fill: var(--slate); }
</style>
