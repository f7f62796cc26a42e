<script setup lang="ts">
import { computed, ref } from 'vue'
import { DISPOSITIONS, dispositionOf, partOf, type Disposition } from '#core'
import ReasonForm from '../../../../ui/ReasonForm.vue'
import { useBench } from '../../../../job/use-bench'

const { partKey } = defineProps<{ partKey: string }>()
const bench = useBench()
const { job } = bench
const part = computed(() => partOf(job.sheet, partKey))
const decided = computed(() => dispositionOf(job.state, partKey))
const asking = ref<Disposition | null>(null)

function decide(disposition: Disposition, reason?: string) {
  // An old part where a new one is due: only with a reason, and the job stays open with it.
  const body = { part: partKey, disposition, ...(reason ? { reason } : {}) }
  if (job.asksReason('part-disposed', body)) asking.value = disposition
  else if (job.act('part-disposed', body)) asking.value = null
}
</script>

<template>
  <h3>
    <span>{{ part.name }}</span>
    <small v-if="part.neverAgain">never goes back: replace</small>
    <small v-else-if="decided">{{ decided.by }}</small>
  </h3>
  <div class="choices">
    <button
      v-for="disposition in DISPOSITIONS"
      :key="disposition"
      class="choice"
      :class="{ chosen: decided?.disposition === disposition }"
      :aria-pressed="decided?.disposition === disposition"
      :aria-label="`${part.name}: ${disposition}`"
      :disabled="!bench.mayWork.value"
      @click="decide(disposition)"
    >
      <span
        v-if="decided?.disposition === disposition"
        aria-hidden="true"
      >✓ </span>{{ disposition }}
    </button>
  </div>
  <ReasonForm
    v-if="asking"
    :id="`reason-${partKey}`"
    question="Why is the old one fitted for now? The job cannot close with it."
    act="Fit the old one for now"
    @sign="reason => decide(asking!, reason)"
  />
  <p
    v-if="decided?.reason"
    class="quiet"
  >
    {{ decided.reason }}
  </p>
</template>

<style scoped>
.choice { min-height: var(--target); padding: 0 14px; background: var(--chalk); border: 1px solid var(--rule-strong); font: 500 16px var(--label); cursor: pointer; flex: 1; white-space: nowrap; }
.choice.chosen { background: var(--prussian); color: var(--on-prussian); border-color: var(--prussian); }
</style>
