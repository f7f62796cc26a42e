<script setup lang="ts">
import { computed } from 'vue'
import type { Drawing } from '../calculator'

/** The bow of the shaft along its axis, magnified, against the straight line of the supports. */
const { drawing } = defineProps<{ drawing: Extract<Drawing, { kind: 'bow' }> }>()
const [WIDTH, HEIGHT] = [420, 160]
const places = computed(() => {
  const { stations, planeDeg, greatest } = drawing.bow
  const [from, to] = [stations[0]!.atMm, stations.at(-1)!.atMm]
  const most = Math.max(greatest.bowUm, 1)
  return stations.map(({ atMm, bowUm, phaseDeg }) => {
    // Seen square to the plane of the bow, its high side up.
    const side = Math.cos((phaseDeg - planeDeg) * Math.PI / 180) * (Math.cos((greatest.phaseDeg - planeDeg) * Math.PI / 180) < 0 ? -1 : 1)
    return { x: 30 + (atMm - from) / (to - from) * (WIDTH - 60), y: 100 - bowUm * side / most * 62, atMm, bowUm }
  })
})
const line = computed(() => places.value.map(({ x, y }, i) => `${i ? 'L' : 'M'}${x} ${y}`).join(''))
</script>

<template>
  <svg
    :viewBox="`0 0 ${WIDTH} ${HEIGHT}`"
    role="img"
    :aria-label="`Bow along the shaft: ${places.map(place => `${place.bowUm.toFixed(1)} µm at ${place.atMm} mm`).join(', ')}`"
  >
    <path
      class="straight"
      :d="`M20 100H${WIDTH - 20}`"
    />
    <path
      class="shaft"
      :d="line"
    />
    <g
      v-for="place in places"
      :key="place.atMm"
    >
      <circle
        :cx="place.x"
        :cy="place.y"
        r="4.5"
      />
      <text
        :x="place.x"
        :y="place.y - 10"
        text-anchor="middle"
      >{{ place.bowUm.toFixed(0) }}</text>
      <text
        :x="place.x"
        y="140"
        text-anchor="middle"
      >{{ place.atMm }}</text>
    </g>
    <text
      :x="WIDTH - 8"
      y="156"
      text-anchor="end"
    >mm along, µm off the line</text>
  </svg>
</template>

<style scoped>
.straight { stroke: var(--rule-strong); stroke-dasharray: 8 3 2 3; }
.shaft { fill: none; stroke: var(--scribe); stroke-width: 6; stroke-linejoin: round; opacity: .6; }
circle { fill: var(--ink); }
text { font: 12px var(--mono); fill: var(--slate); }
</style>
