<script setup lang="ts">
import { computed } from 'vue'
import type { Outline, ShaftBow } from '#core'

/**
 * The bow of the shaft along its axis, magnified, against the straight line of the supports; over the section of the machine when there is
 * one.
 */
const { bow, outlines = [] } = defineProps<{ bow: ShaftBow, outlines?: readonly Outline[] }>()
const [WIDTH, HEIGHT, AXIS, EDGE] = [420, 184, 100, 30]

const along = computed(() => {
  const ends = [...bow.stations.map(station => station.atMm), ...outlines.flatMap(({ fromMm, toMm }) => [fromMm, toMm])]
  const [from, to] = [Math.min(...ends), Math.max(...ends)]
  return (atMm: number) => EDGE + (atMm - from) / (to - from) * (WIDTH - 2 * EDGE)
})
const places = computed(() => {
  const { stations, planeDeg, greatest } = bow
  const most = Math.max(greatest.bowUm, 1)
  return stations.map(({ atMm, bowUm, phaseDeg }) => {
    // Seen square to the plane of the bow, its high side up.
    const side = Math.cos((phaseDeg - planeDeg) * Math.PI / 180) * (Math.cos((greatest.phaseDeg - planeDeg) * Math.PI / 180) < 0 ? -1 : 1)
    return { x: along.value(atMm), y: AXIS - bowUm * side / most * 62, atMm, bowUm }
  })
})
const line = computed(() => places.value.map(({ x, y }, i) => `${i ? 'L' : 'M'}${x} ${y}`).join(''))
const section = computed(() => {
  const outer = Math.max(...outlines.map(outline => outline.outerMm), 1)
  return outlines.map(({ fromMm, toMm, outerMm }) => ({
    x: along.value(fromMm),
    width: along.value(toMm) - along.value(fromMm),
    y: AXIS - (outerMm / outer) * 44,
    height: (outerMm / outer) * 88,
  }))
})
</script>

<template>
  <svg
    :viewBox="`0 0 ${WIDTH} ${HEIGHT}`"
    role="img"
    :aria-label="`Bow along the shaft: ${places.map(place => `${place.bowUm.toFixed(1)} µm at ${place.atMm} mm`).join(', ')}`"
  >
    <rect
      v-for="(outline, i) in section"
      :key="i"
      class="section"
      v-bind="outline"
    />
    <path
      class="straight"
      :d="`M20 ${AXIS}H${WIDTH - 20}`"
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
        class="amount"
        :x="place.x"
        :y="place.y - 10"
        text-anchor="middle"
      >{{ place.bowUm.toFixed(0) }}</text>
      <text
        :x="place.x"
        y="156"
        text-anchor="middle"
      >{{ place.atMm }}</text>
    </g>
    <text
      :x="WIDTH - 8"
      y="176"
      text-anchor="end"
    >mm along, µm off the line</text>
  </svg>
</template>

<style scoped>
.section { fill: var(--steel-shaft); fill-opacity: .35; stroke: var(--rule-strong); stroke-width: .6; }
.straight { stroke: var(--rule-strong); stroke-dasharray: 8 3 2 3; }
.shaft { fill: none; stroke: var(--scribe); stroke-width: 6; stroke-linejoin: round; opacity: .6; }
circle { fill: var(--ink); }
text { font: 12px var(--mono); fill: var(--slate); }
.amount { fill: var(--ink); font-weight: 500; }
</style>
