<script setup lang="ts">
import { computed } from 'vue'
import { formatQuantity } from '#core'
import type { Drawing } from '../calculator'

/** Tolerance zones over the zero line, both partners in one scale; what was measured is a needle in its zone. */
const { drawing } = defineProps<{ drawing: Extract<Drawing, { kind: 'zones' }> }>()
const [WIDTH, HEIGHT, ROOM] = [420, 200, 26]
const scale = computed(() => {
  const values = [0, ...drawing.zones.flatMap(zone => [zone.lowerUm, zone.upperUm, zone.measuredUm ?? 0])]
  const [low, high] = [Math.min(...values), Math.max(...values)]
  const span = Math.max(high - low, 1)
  return (um: number) => HEIGHT - ROOM - (um - low) / span * (HEIGHT - 2 * ROOM)
})
const show = (um: number) => formatQuantity(um / 1000, 'length', { unit: 'µm', decimals: um % 1 ? 1 : 0, signed: true, bare: true })
const bars = computed(() => drawing.zones.map((zone, i) => {
  const width = 90
  const x = 70 + i * 180
  return {
    ...zone,
    x,
    width,
    top: scale.value(zone.upperUm),
    bottom: scale.value(zone.lowerUm),
    needle: zone.measuredUm === undefined ? undefined : scale.value(zone.measuredUm),
    isHole: zone.name !== zone.name.toLowerCase(),
  }
}))
const told = computed(() =>
  drawing.zones
    .map(
      zone =>
        `${zone.name} from ${show(zone.lowerUm)} to ${show(zone.upperUm)} µm${zone.measuredUm === undefined ? '' : `, measured ${show(zone.measuredUm)}`}`,
    )
    .join('; '),
)
</script>

<template>
  <svg
    :viewBox="`0 0 ${WIDTH} ${HEIGHT}`"
    role="img"
    :aria-label="`Tolerance zones at ${drawing.nominalMm} mm: ${told}`"
  >
    <path
      class="zero"
      :d="`M40 ${scale(0)}H${WIDTH - 10}`"
    />
    <text
      class="small"
      x="36"
      :y="scale(0) + 4"
      text-anchor="end"
    >0</text>
    <g
      v-for="bar in bars"
      :key="bar.name"
    >
      <rect
        :class="bar.isHole ? 'hole' : 'shaft'"
        :x="bar.x"
        :y="bar.top"
        :width="bar.width"
        :height="Math.max(2, bar.bottom - bar.top)"
      />
      <text
        class="name"
        :x="bar.x + bar.width / 2"
        y="16"
        text-anchor="middle"
      >{{ bar.name }}</text>
      <text
        class="small"
        :x="bar.x + bar.width + 6"
        :y="bar.top + 4"
      >{{ show(bar.upperUm) }}</text>
      <text
        class="small"
        :x="bar.x + bar.width + 6"
        :y="Math.max(bar.bottom + 4, bar.top + 18)"
      >{{ show(bar.lowerUm) }}</text>
      <path
        v-if="bar.needle !== undefined"
        class="needle"
        :d="`M${bar.x - 12} ${bar.needle}h${bar.width + 24}`"
      />
    </g>
  </svg>
</template>

<style scoped>
.zero { stroke: var(--ink); stroke-width: 1; stroke-dasharray: 8 3 2 3; }
.hole { fill: var(--steel-still); stroke: var(--brass-line); }
.shaft { fill: var(--steel-shaft); stroke: var(--scribe); }
.name { font: 600 20px var(--label); fill: var(--ink); }
.small { font: 12px var(--mono); fill: var(--slate); paint-order: stroke; stroke: var(--chalk); stroke-width: 4px; }
.needle { stroke: var(--oxide); stroke-width: 2.5; }
</style>
