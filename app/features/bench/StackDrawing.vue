<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import { markChecked, markMade, needsLifting, positionOf, type Outline, type Part } from '#core'
import { useBench } from '../../job/use-bench'

/** The machine in section along its axis, from the outlines of the sheet: what is out is lifted away, what moves next is lit. */
const bench = useBench()
const { job } = bench

/** It fills the room it is given, in its pixels: lines stay thin and names legible on every screen. */
const svg = ref<SVGSVGElement>()
const { width, height } = useElementSize(svg, { width: 1240, height: 100 })
/** Above the machine hangs what was lifted away, smaller. */
const LIFTED = 22
const MARGIN = 10
/** A mark's name needs this much beside its sign. */
const NAME_WIDTH = 52

const drawn = computed(() => job.sheet.parts.filter(part => part.outlines))
const extent = computed(() => {
  const all = drawn.value.flatMap(part => part.outlines!)
  return { from: Math.min(...all.map(o => o.fromMm)), to: Math.max(...all.map(o => o.toMm)), outer: Math.max(...all.map(o => o.outerMm)) }
})
const scaleX = computed(() => (width.value - 2 * MARGIN) / (extent.value.to - extent.value.from))
const scaleY = computed(() => Math.max(1, height.value - LIFTED - 8) / extent.value.outer)
const axis = computed(() => LIFTED + (height.value - LIFTED) / 2)

const account = computed(() => new Map(bench.account.value.map(line => [line.part.key, line])))
const isOut = (part: Part) => (account.value.get(part.key)?.out ?? 0) > 0
/** What this step is about: what it moves, or what it measures. */
const moving = computed(() => {
  const { removes = [], refits = [], reads = [] } = bench.shown.value ?? {}
  return new Set([...[...removes, ...refits].map(piece => piece.part), ...reads.map(read => positionOf(job.sheet, read.position).part)])
})
const deed = computed(() => bench.shown.value?.removes || bench.shown.value?.refits ? 'moves' : 'measures')

/** Both halves of an outline above and below the centre line; a solid part is one rectangle. */
function rectangles({ fromMm, toMm, innerMm, outerMm }: Outline) {
  const x = MARGIN + (fromMm - extent.value.from) * scaleX.value
  const width = (toMm - fromMm) * scaleX.value
  const inner = innerMm / 2 * scaleY.value
  const outer = outerMm / 2 * scaleY.value
  if (innerMm === 0) return [{ x, width, y: axis.value - outer, height: 2 * outer }]
  return [{ x, width, y: axis.value - outer, height: outer - inner }, { x, width, y: axis.value + inner, height: outer - inner }]
}
const layers: Outline['layer'][] = ['housing', 'shaft', 'still', 'turning']
const shapes = computed(() =>
  layers.flatMap(layer =>
    drawn.value.flatMap(part =>
      part
        .outlines!.filter(outline => (outline.layer ?? 'housing') === layer)
        .map((outline, i) => ({
          key: `${part.key}-${i}`,
          part,
          layer,
          out: isOut(part),
          lit: moving.value.has(part.key) || bench.pickedPart.value === part.key,
          rectangles: rectangles(outline),
        })),
    ),
  ),
)

const middleOf = ({ fromMm, toMm }: Outline) => MARGIN + ((fromMm + toMm) / 2 - extent.value.from) * scaleX.value
/** The match-marks that are on the parts, under the part they were made on; named where there is room. */
const marks = computed(() => {
  const placed = job.sheet.marks.flatMap((mark) => {
    const outline = job.sheet.parts.find(part => mark.between.includes(part.key) && part.outlines)?.outlines?.[0]
    if (!outline || !markMade(job.state, mark.key)) return []
    return [{ key: mark.key, x: middleOf(outline), checked: markChecked(job.state, mark.key)?.result === 'matches' }]
  }).sort((a, b) => a.x - b.x)
  return placed.map((mark, i) => ({ ...mark, isNamed: (placed[i + 1]?.x ?? Infinity) - mark.x > NAME_WIDTH }))
})
/** Parts whose 12 o’clock is agreed: a line at their top. */
const indexed = computed(() => drawn.value.filter(part => Object.hasOwn(job.state.indexed, part.key)).map((part) => {
  const [outline] = part.outlines!
  return { key: part.key, name: part.name, x: middleOf(outline!), y: axis.value - outline!.outerMm / 2 * scaleY.value }
}))
function find(event: Event) {
  const select = event.target as HTMLSelectElement
  bench.pickPart(select.value)
  select.value = ''
}
const outNames = computed(() => drawn.value.filter(isOut).map(part => part.name))
const label = computed(
  () =>
    `Section along the shaft. ${outNames.value.length ? `Out: ${outNames.value.join(', ')}.` : 'Everything is in.'} ${
      moving.value.size
        ? `This step ${deed.value}: ${drawn.value
          .filter(part => moving.value.has(part.key))
          .map(part => part.name)
          .join(', ')}.`
        : ''
    } ${marks.value.length ? `Marks: ${marks.value.map(mark => (mark.checked ? `${mark.key} checked` : mark.key)).join(', ')}.` : ''} ${
      indexed.value.length ? `Index set on: ${indexed.value.map(part => part.name).join(', ')}.` : ''
    }`,
)
const litNames = computed(() =>
  drawn.value
    .filter(part => moving.value.has(part.key))
    .map(part => part.name + (needsLifting(part) ? ` · ${part.massKg} kg` : ''))
    .slice(0, 3)
    .join(', '),
)
</script>

<template>
  <figure>
    <svg
      ref="svg"
      :viewBox="`0 0 ${width} ${height}`"
      role="img"
      :aria-label="label"
    >
      <path
        class="centre"
        :d="`M6 ${axis}H${width - 6}`"
      />
      <g
        v-for="shape in shapes"
        :key="shape.key"
        :class="[shape.layer, { out: shape.out, lit: shape.lit }]"
      >
        <g @click="bench.pickPart(shape.part.key)">
          <rect
            v-for="(r, i) in shape.rectangles"
            :key="i"
            v-bind="r"
          />
        </g>
        <g
          v-if="shape.out"
          class="lifted"
          :transform="`translate(0 ${LIFTED / 2 - axis * 0.2}) scale(1 0.2)`"
          @click="bench.pickPart(shape.part.key)"
        >
          <rect
            v-for="(r, i) in shape.rectangles"
            :key="i"
            v-bind="r"
          />
        </g>
      </g>
      <g
        v-for="mark in marks"
        :key="mark.key"
        class="mark"
        :class="{ checked: mark.checked }"
      >
        <path :d="`M${mark.x} ${height - 9}l4 8h-8z`" />
        <text
          v-if="mark.isNamed"
          :x="mark.x + 8"
          :y="height - 1"
        >{{ mark.key }}</text>
      </g>
      <path
        v-for="part in indexed"
        :key="part.key"
        class="index"
        :d="`M${part.x} ${part.y + 6}V${part.y - 5}m-3.5 0a3.5 3.5 0 1 0 7 0a3.5 3.5 0 1 0 -7 0`"
      />
    </svg>
    <figcaption>
      <strong>{{ job.meta.unitTag }}</strong> {{ job.sheet.title }}
      <span
        v-if="litNames"
        class="lit-name"
      >■ {{ litNames }}</span>
      <span
        v-if="outNames.length"
        class="quiet"
      >┄ out: {{ outNames.length }} of {{ drawn.length }} drawn parts</span>
      <label class="find">
        <span class="visually-hidden">Find a part</span>
        <select
          @change="find"
        >
          <option value="">
            Find a part …
          </option>
          <option
            v-for="line in bench.account.value"
            :key="line.part.key"
            :value="line.part.key"
          >{{ line.part.name }}{{ line.out ? ' (out)' : '' }}</option>
        </select>
      </label>
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
.lifted rect { fill: var(--plate); stroke: var(--slate); stroke-dasharray: none; }
g { cursor: pointer; }
.mark path { fill: var(--chalk); stroke: var(--brass-line); }
.mark text { font: 500 11px var(--mono); fill: var(--brass); stroke: var(--chalk); stroke-width: 4; paint-order: stroke; }
.index { fill: var(--chalk); stroke: var(--prussian); stroke-width: 1.6; }
.mark.checked path { fill: var(--verdigris); stroke: var(--verdigris); }
.find select { height: 26px; max-width: 170px; font: 500 13px var(--text); background: var(--chalk); color: var(--ink); border: 1px solid var(--rule-strong); }
@media (pointer: coarse) { .find select { height: 44px; } }
.centre { stroke: var(--slate); stroke-dasharray: 18 4 3 4; stroke-width: .8; fill: none; }
figcaption { display: flex; gap: 16px; font-size: 13px; line-height: 1.3; white-space: nowrap; overflow: hidden; flex: none; padding-right: 14px; }
figcaption strong { font-family: var(--mono); font-weight: 500; }
.lit-name { color: var(--brass); font-weight: 600; overflow: hidden; text-overflow: ellipsis; }
figcaption { align-items: center; }
.find { margin-left: auto; }
</style>
