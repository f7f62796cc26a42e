<script setup lang="ts">
import type { Assessment, Outline, Position } from '#core'
import { decimalsOf, inUnits } from '../../../ui/in-units'
import BowDrawing from '../../../ui/drawings/BowDrawing.vue'
import PolarDrawing from '../../../ui/drawings/PolarDrawing.vue'
import WorkingLines from '../../../ui/WorkingLines.vue'

/** What stands behind a verdict: the turns and the bow of a run-out, and the working. */
const { assessment, position } = defineProps<{ assessment: Assessment, position: Position, outlines?: readonly Outline[] | undefined }>()
const show = (value: number) => inUnits(value, position.quantity, decimalsOf(position.quantity))
</script>

<template>
  <div
    v-if="assessment.runOut"
    class="turns"
  >
    <figure
      v-for="turn in assessment.runOut.turns"
      :key="turn.station"
    >
      <PolarDrawing
        :points="turn.points"
        :run-out="turn.found"
        compact
      />
      <figcaption>
        {{ turn.station }}
        <span class="mono">{{ show(turn.found.tirUm / 1000) }} at {{ turn.found.phaseDeg.toFixed(0) }}°</span>
      </figcaption>
    </figure>
    <BowDrawing
      v-if="assessment.runOut.bow"
      class="bow"
      :bow="assessment.runOut.bow"
      :outlines="outlines"
    />
  </div>
  <WorkingLines
    :lines="assessment.working"
  />
</template>

<style scoped>
.turns { margin-top: 8px; display: grid; grid-template-columns: repeat(auto-fit, minmax(82px, 1fr)); gap: 6px; }
.turns figure { margin: 0; }
.turns figcaption { font-size: 13px; text-align: center; line-height: 1.25; }
.turns figcaption span { display: block; }
.bow { grid-column: 1 / -1; max-width: 520px; }
</style>
