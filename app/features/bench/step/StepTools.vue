<script setup lang="ts">
import { computed } from 'vue'
import { dryWarnings, type Step } from '#core'
import StuckLadder from './StuckLadder.vue'
import { useBench } from '../../../job/use-bench'

/** What a step needs besides its duties: dry zones nearby, debts it leaves, marks in danger, the ladder for stuck parts. */
const { step } = defineProps<{ step: Step }>()
const bench = useBench()
const { job } = bench
const zones = computed(() => dryWarnings(job.sheet, step))
const risks = computed(() => bench.risks.value.filter(risk => step.makes?.includes(risk.mark.key)))
const isDone = computed(() => bench.statusOf(step) === 'done')
</script>

<template>
  <template v-if="!isDone">
    <p
      v-for="{ zone, inside } in zones"
      :key="zone.key"
      class="note"
    >
      <Icon name="ph:drop-slash" /> <span><strong>Keep dry: {{ zone.name }}.</strong> {{ zone.why }} {{ inside ? 'This step brings lubricant onto it.' : 'This step works right beside it: wipe hands and tools first.' }}</span>
    </p>
    <p
      v-for="debt in step.owes"
      :key="debt.text"
      data-says="owes"
      class="note"
    >
      <Icon name="ph:clock-countdown" /> <span><strong>Stays owed:</strong> {{ debt.text }}.</span>
    </p>
  </template>
  <p
    v-for="risk in risks"
    :key="risk.reason"
    class="note"
  >
    <Icon name="ph:eraser" /> <span><strong>{{ risk.mark.key }}:</strong> {{ risk.reason }}</span>
  </p>
  <StuckLadder
    v-if="step.removes && !isDone && bench.mayWork.value && bench.statusOf(step) === 'next'"
    :step="step"
  />
</template>

<style scoped>
.note { display: flex; gap: 10px; margin-top: 8px; padding: 8px 14px; background: var(--brass-tint); border-left: 6px solid var(--brass-line); }
.note > svg { flex: none; font-size: 20px; color: var(--brass); margin-top: 2px; }
</style>
