<script setup lang="ts">
import { computed } from 'vue'
import { formatQuantity, type Assessment, type Position } from '#core'
import NeedleGauge from '../../ui/NeedleGauge.vue'
import VerdictMark from '../../ui/VerdictMark.vue'
import WorkingLines from '../../ui/WorkingLines.vue'

const { assessment, position } = defineProps<{ assessment: Assessment, position: Position }>()

const SEVERITY = { in: 0, doubtful: 1, out: 2 }
/** The criterion that decides: the worst, and among equals the one nearest to its limit. */
const deciding = computed(() => [...assessment.criteria].sort((a, b) =>
  SEVERITY[b.verdict] - SEVERITY[a.verdict] || (a.margin ?? Infinity) - (b.margin ?? Infinity))[0]!)
const show = (value: number) => formatQuantity(value, position.quantity, position.quantity === 'length' ? { decimals: 3 } : { decimals: 2 })
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
      <WorkingLines :lines="assessment.working" />
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
  </div>
</template>

<style scoped>
.result { display: grid; grid-template-columns: 1fr 132px; gap: 14px; align-items: start; margin-top: 10px; }
.survey { display: flex; flex-wrap: wrap; gap: 2px 16px; margin-top: 2px; }
.survey b { font-weight: 500; }
</style>
