<script setup lang="ts">
import { computed } from 'vue'
import type { Outline, ShaftBow } from '#core'
import type { Section } from './section/lay-out'
import SectionDrawing from './SectionDrawing.vue'

/**
 * The bow of the shaft along its axis, magnified, against the straight line of the supports; over the section of the shaft when there is
 * one.
 */
const { bow, outlines = [] } = defineProps<{ bow: ShaftBow, outlines?: readonly Outline[] }>()
const HIGHEST = 52

/** What is drawn below: the shaft itself, and where the sheet has none a plain bar as long as was measured. */
const shaft = computed(() => {
  const own = outlines.filter(outline => !outline.axis)
  const [from, to] = [bow.stations[0]!.atMm, bow.stations.at(-1)!.atMm]
  const bar: Outline = { fromMm: from, toMm: to, innerMm: 0, outerMm: Math.max(1, (to - from) / 14), layer: 'shaft' }
  return [{ key: 'shaft', name: 'Shaft', count: 1, kind: 'shaft' as const, outlines: own.length ? own : [bar] }]
})
const places = computed(() => {
  const { stations, planeDeg, greatest } = bow
  const most = Math.max(greatest.bowUm, 1)
  return stations.map(({ atMm, bowUm, phaseDeg }) => {
    // Seen square to the plane of the bow, its high side up.
    const side = Math.cos((phaseDeg - planeDeg) * Math.PI / 180) * (Math.cos((greatest.phaseDeg - planeDeg) * Math.PI / 180) < 0 ? -1 : 1)
    return { rise: bowUm * side / most * HIGHEST, atMm, bowUm }
  })
})
const line = (section: Section) => places.value.map(({ rise, atMm }, i) => `${i ? 'L' : 'M'}${section.x(atMm)} ${section.axisY - rise}`).join('')
</script>

<template>
  <div class="bow">
    <SectionDrawing
      v-slot="{ section }"
      :parts="shaft"
      :label="`Bow along the shaft: ${places.map(place => `${place.bowUm.toFixed(1)} µm at ${place.atMm} mm`).join(', ')}`"
    >
      <path
        class="line"
        :d="line(section)"
      />
      <g
        v-for="place in places"
        :key="place.atMm"
        :transform="`translate(${section.x(place.atMm)} ${section.axisY - place.rise})`"
      >
        <circle r="4.5" />
        <text
          class="amount"
          y="-10"
        >
          {{ place.bowUm.toFixed(0) }}
        </text>
        <text :y="place.rise + section.box.y1 - section.axisY + 16">
          {{ place.atMm }}
        </text>
      </g>
    </SectionDrawing>
    <p class="quiet">
      µm off the line of the supports, mm along
    </p>
  </div>
</template>

<style scoped>
.bow { aspect-ratio: 420 / 196; display: flex; flex-direction: column; }
.line { fill: none; stroke: var(--scribe); stroke-width: 5; opacity: .75; }
circle { fill: var(--ink); }
text { font: 12px var(--mono); fill: var(--slate); text-anchor: middle; stroke: var(--chalk); stroke-width: 3; paint-order: stroke; }
.amount { fill: var(--ink); font-weight: 500; }
p { font-size: 13px; text-align: right; }
</style>
