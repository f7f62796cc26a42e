<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { departureNeedsLead, DEPARTURES, proposedDeparture, type Departure, type Part, type Step } from '#core'
import { useBench } from '../../../job/use-bench'
import AskDialog from '../../../ui/AskDialog.vue'
import RefusalNote from '../../../ui/RefusalNote.vue'
import PieceCounts from './PieceCounts.vue'

/** The machine is not as its sheet says: the work departs from the step with a reason, and goes on. */
const { step, moves } = defineProps<{ step: Step, moves: { part: Part, count: number }[] }>()
const open = defineModel<boolean>({ required: true })
const bench = useBench()
const { job } = bench

const WORDS: Readonly<Record<Departure, { title: string; says: string }>> = {
  'does not apply': { title: 'It does not apply', says: 'This machine has no such thing. Nothing is moved by this step.' },
  'done otherwise': {
    title: 'Done otherwise',
    says: 'The work is done, in another way or with another number of pieces than the sheet says.',
  },
  'not possible now': {
    title: 'Not possible now',
    says: 'It stays to be done; the job does not close before it is made good or a lead signs.',
  },
}
const isSafety = computed(() => step.stage === 'make-safe')
const hows = computed(() => DEPARTURES.filter(how => !isSafety.value || how === 'done otherwise'))
const how = ref<Departure | ''>('')
const [reason, counted] = [ref(''), ref<{ part: string, count: number }[]>([])]
const ready = computed(() => how.value !== '' && reason.value.trim().length >= 3)

watch(open, (isOpen) => {
  if (!isOpen) return
  // What was done to the other side of the rung suggests itself.
  const proposed = proposedDeparture(job.sheet, job.state, step)
  how.value = isSafety.value ? 'done otherwise' : proposed?.how ?? ''
  reason.value = proposed?.reason ?? ''
  counted.value = [...proposed?.counted ?? []]
  job.refusal = null
}, { immediate: true })
function depart() {
  if (how.value === '') return
  const differs = counted.value.filter(({ part, count }) => moves.find(move => move.part.key === part)?.count !== count)
  const body = {
    step: step.key,
    how: how.value,
    reason: reason.value.trim(),
    ...(how.value === 'done otherwise' && differs.length > 0 ? { counted: differs } : {}),
  }
  if (!job.act('departure-made', body)) return
  open.value = false
  // With nothing left to sign the step is through.
  if (bench.obstacle.value === null) bench.tick()
}
</script>

<template>
  <AskDialog
    v-model="open"
    title="The machine is not as the sheet says"
    :width="600"
    leave="Leave it"
    act="Write it down"
    :ready="ready"
    @act="depart"
  >
    <p class="quiet">
      {{ step.title }}
    </p>
    <el-radio-group
      v-model="how"
      class="hows"
      aria-label="How the work departs from the step"
    >
      <el-radio
        v-for="one in hows"
        :key="one"
        :value="one"
        border
      >
        <strong>{{ WORDS[one].title }}</strong>
        <span>{{ WORDS[one].says }}</span>
      </el-radio>
    </el-radio-group>
    <p
      v-if="isSafety"
      class="quiet"
    >
      Making safe is never left out. Site rules and licensed practice stand above this sheet.
    </p>
    <PieceCounts
      v-if="how === 'done otherwise' && moves.length > 0"
      v-model="counted"
      :moves="moves"
      all
    />
    <label for="departure-reason">Why? It stays in the record.</label>
    <el-input
      id="departure-reason"
      v-model="reason"
      type="textarea"
      :rows="2"
      maxlength="300"
    />
    <p
      v-if="departureNeedsLead(job.sheet, step)"
      class="lead"
    >
      <Icon name="ph:seal-check" /> A lead signs this departure: the step carries a danger, a debt, a match-mark or a go/no-go reading.
    </p>
    <RefusalNote :text="job.refusal" />
  </AskDialog>
</template>

<style scoped>
.hows { display: flex; flex-direction: column; align-items: stretch; gap: 8px; margin: 10px 0; }
.hows :deep(.el-radio) { height: auto; min-height: 60px; margin: 0; padding: 8px 14px; white-space: normal; align-items: center; flex-wrap: nowrap; }
.hows :deep(.el-radio__label) { flex: 1; padding-left: 12px; font-weight: 400; }
.hows strong { display: block; font: 600 17px var(--label); }
.hows :deep(.el-radio__label > span) { color: var(--slate); font-weight: 400; }
label { display: block; font-weight: 600; margin: 10px 0 4px; }
.lead { color: var(--brass); margin-top: 8px; }
</style>
