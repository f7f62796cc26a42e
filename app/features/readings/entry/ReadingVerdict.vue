<script setup lang="ts">
import { computed } from 'vue'
import { decidingCriterion, type AssessedTaken, type Position, type ReadingConditions } from '#core'
import { decimalsOf, inUnits } from '../../../ui/in-units'
import { measuredHow } from '../../../ui/measured-how'
import NeedleGauge from '../../../ui/NeedleGauge.vue'
import VerdictMark from '../../../ui/VerdictMark.vue'

const { assessment, position, conditions } = defineProps<{
  assessment: AssessedTaken, position: Position, conditions?: ReadingConditions | undefined
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
/** A worn part is judged by how far it may have worn; what must hold as left stands beside it. */
const asLeft = computed(() => {
  const { asLeft, against } = assessment
  // Form, a bow, a change since another reading have limits of their own.
  const isJudgedByIt = deciding.value.lower === (against.lower ?? null) && deciding.value.upper === (against.upper ?? null)
  return asLeft && isJudgedByIt ? { lower: asLeft.lower ?? null, upper: asLeft.upper ?? null } : null
})
const inWords = ({ lower, upper }: { lower: number | null, upper: number | null }) =>
  [lower === null ? '' : `from ${show(lower)}`, upper === null ? '' : `to ${show(upper)}`].filter(Boolean).join(' ')
const isUnjudged = computed(() => assessment.verdict === 'in' && assessment.criteria.every(one => one.lower === null && one.upper === null))
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
      <!-- What nobody has given limits is taken down and judged by nobody. -->
      <strong
        v-if="isUnjudged"
        class="taken"
      >TAKEN DOWN</strong>
      <VerdictMark
        v-else
        :verdict="assessment.verdict"
        :by="by"
      />
      <p class="quiet">
        {{ deciding.label }} <span class="mono">{{ show(deciding.value) }}</span>, {{ limits }}
      </p>
      <p
        v-if="asLeft"
        class="quiet"
      >
        As far as it may wear; as left <span class="mono">{{ inWords(asLeft) }}</span>
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
      v-if="!isUnjudged"
      class="gauge"
      :value="deciding.value"
      :lower="deciding.lower"
      :upper="deciding.upper"
      :uncertainty="deciding.uncertainty"
      :as-left="asLeft"
      :verdict="deciding.verdict"
      :label="`${deciding.label}: ${show(deciding.value)}, ${limits}${asLeft ? `, as left ${inWords(asLeft)}` : ''}, ${deciding.verdict}`"
    />
  </div>
</template>

<style scoped>
.result { display: grid; grid-template-columns: 1fr 132px; gap: 14px; align-items: start; margin-top: 10px; }
.taken { font: 600 17px var(--label); letter-spacing: .04em; color: var(--slate); }
.doubt { color: var(--brass); font-weight: 500; margin-top: 4px; }
.survey { display: flex; flex-wrap: wrap; gap: 2px 16px; margin-top: 2px; }
.survey b { font-weight: 500; }
</style>
