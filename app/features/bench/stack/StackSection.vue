<script setup lang="ts">
import { computed } from 'vue'
import type { Section } from '../../../ui/drawings/section/lay-out'
import SectionDrawing from '../../../ui/drawings/SectionDrawing.vue'
import { useStack } from './use-stack'

/** The section of the machine on the bench, with what the job has put on it: marks under their parts, the agreed 12 o’clock on top. */
const { balloons, canMove = false } = defineProps<{ balloons: 'all' | 'lit', canMove?: boolean }>()
const emit = defineEmits<{ pick: [part: string] }>()
const { job, out, lit, marks, indexed, label } = useStack()
/** A mark's name needs this much beside its sign. */
const NAME_WIDTH = 52

const boxOf = (section: Section, part: string) => section.pieces.find(piece => piece.part.key === part)?.box
/** Named where there is room. */
const placed = computed(() => (section: Section) => {
  const all = marks.value
    .map(mark => ({ ...mark, box: boxOf(section, mark.part)! }))
    .map(mark => ({ ...mark, x: (mark.box.x0 + mark.box.x1) / 2 }))
    .sort((a, b) => a.x - b.x)
  return all.map((mark, i) => ({ ...mark, isNamed: (all[i + 1]?.x ?? Infinity) - mark.x > NAME_WIDTH }))
})
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
    <template
      v-for="part in indexed"
      :key="part.key"
    >
      <path
        class="index"
        :transform="`translate(${(boxOf(section, part.key)!.x0 + boxOf(section, part.key)!.x1) / 2} ${boxOf(section, part.key)!.y0})`"
        d="M0 6V-5m-3.5 0a3.5 3.5 0 1 0 7 0a3.5 3.5 0 1 0 -7 0"
      />
    </template>
  </SectionDrawing>
</template>

<style scoped>
.mark path { fill: var(--chalk); stroke: var(--brass-line); }
.mark text { font: 500 11px var(--mono); fill: var(--brass); stroke: var(--chalk); stroke-width: 4; paint-order: stroke; }
.mark.checked path { fill: var(--verdigris); stroke: var(--verdigris); }
.index { fill: var(--chalk); stroke: var(--prussian); stroke-width: 1.6; }
</style>
