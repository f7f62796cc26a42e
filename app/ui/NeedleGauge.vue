<script setup lang="ts">
import { computed } from 'vue'
import type { Verdict } from '#core'

/**
 * The needle over its scale: the zone is the tolerance, the fan is the uncertainty; of a worn part, what must hold as left is a second,
 * thinner arc inside. Limits and value in one unit.
 */
const { value, lower, upper, uncertainty, verdict, label, asLeft = null } = defineProps<{
  value: number, lower: number | null, upper: number | null, uncertainty: number, verdict: Verdict, label: string
  asLeft?: { lower: number | null, upper: number | null } | null
}>()

const scale = computed(() => {
  const low = lower ?? (upper !== null ? Math.min(0, upper) : value - 1)
  const high = upper ?? (lower !== null ? lower * 2 || 1 : value + 1)
  const width = Math.max(high - low, 1e-9)
  return { low, high, from: low - width * 0.5, to: high + width * 0.5 }
})
const angleOf = (v: number) => {
  const { from, to } = scale.value
  return Math.PI * (1 - Math.min(0.985, Math.max(0.015, (v - from) / (to - from))))
}
const point = (angle: number, r: number) => `${(100 + r * Math.cos(angle)).toFixed(2)} ${(96 - r * Math.sin(angle)).toFixed(2)}`
const arc = (a: number, b: number, r: number) => `M${point(angleOf(a), r)} A${r} ${r} 0 0 1 ${point(angleOf(b), r)}`
const fan = computed(() => `M100 96 L${point(angleOf(value - uncertainty), 66)} A66 66 0 0 1 ${point(angleOf(value + uncertainty), 66)} Z`)
</script>

<template>
  <svg
    class="gauge"
    :class="verdict"
    viewBox="0 0 200 104"
    role="img"
    :aria-label="label"
  >
    <path
      class="scale"
      :d="arc(scale.from, scale.to, 78)"
    />
    <path
      class="zone"
      :d="arc(scale.low, scale.high, 78)"
    />
    <path
      v-if="asLeft"
      class="as-left"
      :d="arc(asLeft.lower ?? scale.low, asLeft.upper ?? scale.high, 67)"
    />
    <path
      class="fan"
      :d="fan"
    />
    <path
      class="needle"
      :d="`M100 96 L${point(angleOf(value), 72)}`"
    />
    <circle
      class="hub"
      cx="100"
      cy="96"
      r="5"
    />
  </svg>
</template>

<style scoped>
.gauge { width: 100%; max-width: 200px; display: block; }
.scale { fill: none; stroke: var(--rule); stroke-width: 12; }
.zone { fill: none; stroke: var(--verdigris); stroke-width: 12; }
.as-left { fill: none; stroke: var(--ink); stroke-width: 3; }
.fan { fill: var(--rule); opacity: .6; }
.needle { stroke: var(--ink); stroke-width: 3; }
.out .needle { stroke: var(--oxide); }
.hub { fill: var(--ink); }
</style>
