<script setup lang="ts">
import type { Section } from '../../../ui/drawings/section/lay-out'
import SectionDrawing from '../../../ui/drawings/SectionDrawing.vue'
import type { Stack } from './use-stack'

/** The section of the machine on the bench, with what the job has put on it: marks under their parts, the agreed 12 o’clock on top. */
const { stack, balloons, canMove = false } = defineProps<{ stack: Stack, balloons: 'all' | 'lit', canMove?: boolean }>()
const emit = defineEmits<{ pick: [part: string] }>()
const { job, out, lit, marks, indexed, label } = stack
/** A mark's name needs this much beside its sign. */
const NAME_WIDTH = 52

/** The middle of a part along the section, and its upper edge. */
function topOf(section: Section, part: string): { x: number, y: number } {
  const { x0, x1, y0 } = section.pieces.find(piece => piece.part.key === part)!.box
  return { x: (x0 + x1) / 2, y: y0 }
}
/** Marks in their order along the section, named where there is room. */
function placed(section: Section) {
  const all = marks.value.map(mark => ({ ...mark, x: topOf(section, mark.part).x })).sort((a, b) => a.x - b.x)
  return all.map((mark, i) => ({ ...mark, isNamed: (all[i + 1]?.x ?? Infinity) - mark.x > NAME_WIDTH }))
}
const tops = (section: Section) => indexed.value.map(part => ({ key: part.key, ...topOf(section, part.key) }))
</script>

<template>
  <SectionDrawing
    v-slot="{ section }"
    :parts="job.sheet.parts"
    :axes="job.sheet.axes"
    :assemblies="job.sheet.assemblies"
    :out="out"
    :lit="lit"
    :balloons="balloons"
    lifts
    :can-move="canMove"
    :label="label"
    @pick="emit('pick', $event)"
  >
    <g
      v-for="mark in placed(section)"
      :key="mark.key"
      class="mark"
      :class="{ checked: mark.isChecked }"
      :transform="`translate(${mark.x} ${section.box.y1 + 3})`"
    >
      <path d="M0 0l4 8h-8z" />
      <text
        v-if="mark.isNamed"
        x="7"
        y="8"
      >
        {{ mark.key }}
      </text>
    </g>
    <path
      v-for="top in tops(section)"
      :key="top.key"
      class="index"
      :transform="`translate(${top.x} ${top.y})`"
      d="M0 6V-5m-3.5 0a3.5 3.5 0 1 0 7 0a3.5 3.5 0 1 0 -7 0"
    />
  </SectionDrawing>
</template>

<style scoped>
:deep(.piece), :deep(.balloon) { cursor: pointer; }
.mark path { fill: var(--chalk); stroke: var(--brass-line); }
.mark text { font: 500 11px var(--mono); fill: var(--brass); stroke: var(--chalk); stroke-width: 4; paint-order: stroke; }
.mark.checked path { fill: var(--verdigris); stroke: var(--verdigris); }
.index { fill: var(--chalk); stroke: var(--prussian); stroke-width: 1.6; }
</style>
