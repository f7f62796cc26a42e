<script setup lang="ts">
import { computed } from 'vue'
import { decidingCriterion, type Assessment, type Outline, type Position, type ReadingConditions } from '#core'
import { decimalsOf, inUnits } from '../../../ui/both-units'
import BowDrawing from '../../../ui/drawings/BowDrawing.vue'
import PolarDrawing from '../../../ui/drawings/PolarDrawing.vue'
import { measuredHow } from '../../../ui/measured-how'
import NeedleGauge from '../../../ui/NeedleGauge.vue'
import VerdictMark from '../../../ui/VerdictMark.vue'
import WorkingLines from '../../../ui/WorkingLines.vue'

const { assessment, position, conditions } = defineProps<{
  assessment: Assessment, position: Position, conditions?: ReadingConditions | undefined, outlines?: readonly Outline[] | undefined
}>()

const deciding = computed(() => decidingCriterion(assessment))
const show = (value: number) => inUnits(value, position.quantity, decimalsOf(position.quantity))
const limits = computed(() => {
  const { lower, upper } = deciding.value
  if (lower === null && upper === null) return 'no limit'
  if (lower === null) return `limit up to ${show(upper!)}`
  if (upper === null) return `limit from ${show(lower)}`
  return `limits ${show(lower)} to ${show(upper)}`
})
const by = computed(() => {
  const { verdict, margin, uncertainty } = deciding.value
  if (margin === null) return ''
  if (verdict === 'doubtful') return `within ±${show(uncertainty)} of the limit`
  return verdict === 'out' ? `by ${show(-margin)}` : ''
})
</script>

<template>
  <div
    class="result"
    role="status"
  >
    <div>
      <VerdictMark
        :verdict="assessment.verdict"
        :by="by"
      />
      <p class="quiet">
        {{ deciding.label }} <span class="mono">{{ show(deciding.value) }}</span>, {{ limits }}
      </p>
      <p
        v-if="assessment.survey"
        class="survey"
      >
        <span>Mean <b class="mono">{{ show(assessment.survey.meanMm) }}</b></span>
        <span>Out-of-round <b class="mono">{{ show(assessment.survey.outOfRoundnessMm) }}</b></span>
        <span>Taper <b class="mono">{{ show(assessment.survey.taperMm) }}</b></span>
      </p>
      <p
        v-for="doubt in assessment.doubts"
        :key="doubt"
        class="doubt"
      >
        {{ doubt }}
      </p>
      <p
        v-if="conditions"
        class="quiet"
      >
        {{ measuredHow(conditions) }}
      </p>
    </div>
    <NeedleGauge
      class="gauge"
      :value="deciding.value"
      :lower="deciding.lower"
      :upper="deciding.upper"
      :uncertainty="deciding.uncertainty"
      :verdict="deciding.verdict"
      :label="`${deciding.label}: ${show(deciding.value)}, ${limits}, ${deciding.verdict}`"
    />
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
      class="working"
      :lines="assessment.working"
    />
  </div>
</template>

<style scoped>
.result { display: grid; grid-template-columns: 1fr 132px; gap: 14px; align-items: start; margin-top: 10px; }
.doubt { color: var(--brass); font-weight: 500; margin-top: 4px; }
.working, .turns { grid-column: 1 / -1; }
.turns { display: grid; grid-template-columns: repeat(auto-fit, minmax(82px, 1fr)); gap: 6px; }
.turns figure { margin: 0; }
.turns figcaption { font-size: 13px; text-align: center; line-height: 1.25; }
.turns figcaption span { display: block; }
.bow { grid-column: 1 / -1; max-width: 520px; }
.survey { display: flex; flex-wrap: wrap; gap: 2px 16px; margin-top: 2px; }
.survey b { font-weight: 500; }
</style>
