<script setup lang="ts">
import { computed, ref } from 'vue'
import { DISPOSITIONS, dispositionOf, partOf, thousands, type Disposition } from '#core'
import ReasonForm from '../../../../ui/ReasonForm.vue'
import { laterDialog } from '../../../../ui/later'
import { useBench } from '../../../../job/use-bench'
import NewPieceForm from './NewPieceForm.vue'
import { KEEPING, useProposal } from './use-proposal'

const ConcessionDialog = laterDialog(() => import('./ConcessionDialog.vue'))

const { partKey } = defineProps<{ partKey: string }>()
const bench = useBench()
const { job } = bench
const { proposalOf } = useProposal()
const part = computed(() => partOf(job.sheet, partKey))
const decided = computed(() => dispositionOf(job.state, partKey))
const proposal = computed(() => proposalOf(partKey))
/** Nothing has to be said of what is always so. */
const isTold = computed(() => !part.value.neverAgain)
const conceded = computed(() => job.state.concessions.filter(one => one.part === partKey))
const asking = ref<Disposition | null>(null)
const conceding = ref(false)

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
  <p
    v-if="isTold"
    class="proposal"
  >
    <b>{{ proposal.disposition }}</b> is proposed. {{ proposal.reasons.join(' ') }} {{ KEEPING[proposal.keptBy] }}
  </p>
  <div class="choices">
    <button
      v-for="disposition in DISPOSITIONS"
      :key="disposition"
      class="choice"
      :class="{ chosen: decided?.disposition === disposition, proposed: isTold && !decided && proposal.disposition === disposition }"
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
  <NewPieceForm
    v-if="decided?.disposition === 'replace'"
    :part-key="partKey"
    :said="decided"
  />
  <p
    v-for="one in conceded"
    :key="one.event"
    class="runs-on"
  >
    <Icon name="ph:clock-countdown" /> Runs on{{ one.until.day ? ` until ${one.until.day}` : '' }}{{ one.until.hours ? `${one.until.day ? ',' : ''} to ${thousands(one.until.hours)} h` : '' }}: {{ one.use }} <small class="quiet">{{ one.by }}</small>
  </p>
  <el-button
    v-if="proposal.keptBy === 'concession' && decided?.disposition !== 'replace' && conceded.length === 0 && bench.mayWork.value"
    class="concede"
    :aria-label="`${part.name}: let it run on`"
    @click="conceding = true"
  >
    <Icon name="ph:clock-countdown" /> Let it run on …
  </el-button>
  <ConcessionDialog
    v-model="conceding"
    :part-key="partKey"
  />
</template>

<style scoped>
.choice { min-height: var(--target); padding: 0 14px; background: var(--chalk); border: 1px solid var(--rule-strong); font: 500 16px var(--label); cursor: pointer; flex: 1; white-space: nowrap; }
.choice.chosen { background: var(--prussian); color: var(--on-prussian); border-color: var(--prussian); }
.choice.proposed { border-color: var(--prussian); box-shadow: inset 0 -3px 0 var(--prussian); }
.proposal { margin-top: 4px; color: var(--slate); font-size: 15px; }
.proposal b { display: inline-block; color: var(--ink); font-weight: 600; }
.proposal b::first-letter { text-transform: uppercase; }
.runs-on { margin-top: 8px; padding: 6px 12px; background: var(--brass-tint); border-left: 4px solid var(--brass-line); }
.concede { margin-top: 8px; min-height: 44px; }
</style>
