<script setup lang="ts">
import { computed } from 'vue'
import { partAccount, type Outline, type Part } from '#core'
import type { Bench } from './use-bench'

/** The machine in section along its axis, from the outlines of the sheet: what is out is lifted away, what moves next is lit. */
const { bench } = defineProps<{ bench: Bench }>()
const { job } = bench

const WIDTH = 1240
const HEIGHT = 100
const MARGIN = 10

const drawn = computed(() => job.sheet!.parts.filter(part => part.outlines))
const extent = computed(() => {
  const all = drawn.value.flatMap(part => part.outlines!)
  return { from: Math.min(...all.map(o => o.fromMm)), to: Math.max(...all.map(o => o.toMm)), outer: Math.max(...all.map(o => o.outerMm)) }
})
const scaleX = computed(() => (WIDTH - 2 * MARGIN) / (extent.value.to - extent.value.from))
const scaleY = computed(() => (HEIGHT - 8) / extent.value.outer)
const axis = HEIGHT / 2

const account = computed(() => new Map(partAccount(job.sheet!, job.state).map(line => [line.part.key, line])))
const isOut = (part: Part) => (account.value.get(part.key)?.out ?? 0) > 0
const moving = computed(() => new Set([...(bench.shown.value?.removes ?? []), ...(bench.shown.value?.refits ?? [])].map(piece => piece.part)))

/** Both halves of an outline above and below the centre line; a solid part is one rectangle. */
function rectangles({ fromMm, toMm, innerMm, outerMm }: Outline) {
  const x = MARGIN + (fromMm - extent.value.from) * scaleX.value
  const width = (toMm - fromMm) * scaleX.value
  const inner = innerMm / 2 * scaleY.value
  const outer = outerMm / 2 * scaleY.value
  if (innerMm === 0) return [{ x, width, y: axis - outer, height: 2 * outer }]
  return [{ x, width, y: axis - outer, height: outer - inner }, { x, width, y: axis + inner, height: outer - inner }]
}
const layers: Outline['layer'][] = ['housing', 'shaft', 'still', 'turning']
const shapes = computed(() => layers.flatMap(layer => drawn.value.flatMap(part => part.outlines!
  .filter(outline => (outline.layer ?? 'housing') === layer)
  .map((outline, i) => ({ key: `${part.key}-${i}`, part, layer, out: isOut(part), lit: moving.value.has(part.key), rectangles: rectangles(outline) })))))

const outNames = computed(() => drawn.value.filter(isOut).map(part => part.name))
const label = computed(() => `Section along the shaft. ${outNames.value.length ? `Out: ${outNames.value.join(', ')}.` : 'Everything is in.'} ${
  moving.value.size ? `This step moves: ${drawn.value.filter(part => moving.value.has(part.key)).map(part => part.name).join(', ')}.` : ''}`)
const litNames = computed(() => drawn.value.filter(part => moving.value.has(part.key)).map(part => part.name + (part.massKg && part.massKg > 25 ? ` · ${part.massKg} kg` : '')).slice(0, 3).join(', '))
</script>

<template>
  <figure>
    <svg
      :viewBox="`0 0 ${WIDTH} ${HEIGHT}`"
      role="img"
      :aria-label="label"
    >
      <path
        class="centre"
        :d="`M6 ${axis}H${WIDTH - 6}`"
      />
      <g
        v-for="shape in shapes"
        :key="shape.key"
        :class="[shape.layer, { out: shape.out, lit: shape.lit }]"
      >
        <rect
          v-for="(r, i) in shape.rectangles"
          :key="i"
          v-bind="r"
        />
      </g>
    </svg>
    <figcaption>
      <strong>{{ job.meta!.unitTag }}</strong> {{ job.sheet!.title }}
      <span
        v-if="litNames"
        class="lit-name"
      >■ {{ litNames }}</span>
      <span
        v-if="outNames.length"
        class="quiet"
      >┄ out: {{ outNames.length }} of {{ drawn.length }} drawn parts</span>
    </figcaption>
  </figure>
</template>

<style scoped>
figure { margin: 0; padding: 6px 12px 4px; display: flex; flex-direction: column; min-height: 0; overflow: hidden; }
svg { flex: 1; min-height: 0; width: 100%; }
rect { stroke: var(--prussian); stroke-width: 1; vector-effect: non-scaling-stroke; }
.housing rect { fill: var(--steel-housing); stroke: var(--slate); }
.shaft rect { fill: var(--steel-shaft); }
.turning rect { fill: var(--steel-turning); stroke: var(--scribe); }
.still rect { fill: var(--steel-still); stroke: var(--brass); }
.out rect { fill: none; stroke: var(--rule-strong); stroke-dasharray: 4 4; }
.lit rect { stroke: var(--brass-line); stroke-width: 3; fill: var(--brass-tint); stroke-dasharray: none; }
.centre { stroke: var(--slate); stroke-dasharray: 18 4 3 4; stroke-width: .8; fill: none; }
figcaption { display: flex; gap: 16px; font-size: 13px; line-height: 1.3; white-space: nowrap; overflow: hidden; flex: none; padding-right: 14px; }
figcaption strong { font-family: var(--mono); font-weight: 500; }
.lit-name { color: var(--brass); font-weight: 600; overflow: hidden; text-overflow: ellipsis; }
figcaption .quiet { margin-left: auto; }
</style>
