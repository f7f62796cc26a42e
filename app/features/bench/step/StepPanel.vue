<script setup lang="ts">
import { computed, onMounted, ref, watch, type FunctionalComponent } from 'vue'
import { dutiesOf, jointOf, movedBy, OPEN_UP, partOf, positionOf, sealsAt, stepNumber, type DutyLine } from '#core'
import DepartureNote from './DepartureNote.vue'
import MachineNotice from './MachineNotice.vue'
import TakeoverNotice from '../takeover/TakeoverNotice.vue'
import AttachmentStrip from '../../../job/AttachmentStrip.vue'
import PhotoStrip from '../../../job/PhotoStrip.vue'
import StepCautions from './StepCautions.vue'
import StepFacts from './StepFacts.vue'
import StepFooter from './StepFooter.vue'
import AsProposed from './duties/AsProposed.vue'
import StepDuty from './duties/StepDuty.vue'
import StepTools from './StepTools.vue'
import WaitNotice from './WaitNotice.vue'
import { GapNote, GrowPanel, useGrowth } from '../../growth'
import { InstrumentDock } from '../../instruments'
import { ReadingGroup } from '../../readings'
import { SealPanel } from '../../seal'
import { laterDialog } from '../../../ui/later'
import { useBench } from '../../../job/use-bench'

const NoteDialog = laterDialog(() => import('../NoteDialog.vue'))

const bench = useBench()
const emit = defineEmits<{ closeJob: [] }>()
const { job } = bench
const noting = ref(false)
const { isOwn } = useGrowth()
// At the first opening with a link; later there may be none.
onMounted(() => { if (isOwn.value) void job.reserveNumbers() })
/** Deeds beside the sheet are offered where it is written, and elsewhere when somebody asks. */
const adding = ref(false)

const step = computed(() => bench.shown.value)
const number = computed(() => step.value ? stepNumber(job.sheet, step.value) : 0)
const duties = computed(() => step.value ? dutiesOf(job.sheet, job.state, step.value) : [])
/** Duties as they stand below each other; readings of one grid and stage that follow each other stand together. */
const grouped = computed(() => {
  const groups: { name: string | undefined, lines: DutyLine[] }[] = []
  for (const line of duties.value) {
    const grid = line.duty.kind === 'reading' ? positionOf(job.sheet, line.duty.position).grid : undefined
    const name = grid && line.duty.kind === 'reading' ? `${grid}, ${line.duty.stage}` : undefined
    const last = groups.at(-1)
    if (name && last?.name === name) last.lines.push(line)
    else groups.push({ name, lines: [line] })
  }
  return groups.map(group => group.lines.length > 1 ? group : { ...group, name: undefined })
})
const Single: FunctionalComponent = (_props, { slots }) => slots.default?.()
const notes = computed(() => job.state.notes.filter(note => note.step === step.value?.key))
const moves = computed(() => {
  // On a departure: what it moves on this machine.
  const pieces = step.value ? movedBy(job.state, step.value, step.value.removes ? 'removes' : 'refits') : []
  return pieces.map(({ part, count }) => ({ part: partOf(job.sheet, part), count }))
})
/** Photos of this step that no duty shows. */
const photos = computed(() =>
  job.state.photos.filter(photo => photo.step === step.value?.key && !duties.value.some(line => line.duty.kind === 'photo')),
)
const weak = computed(() => step.value && bench.weakened.value.get(step.value.key))
const isOpenUp = computed(() => isOwn.value && step.value?.key === OPEN_UP && !job.state.done[OPEN_UP])
const joint = computed(() => step.value?.tightens ? jointOf(job.sheet, step.value.tightens) : undefined)
/** Something is measured or pulled here that an instrument could tell by itself. */
const asksForValue = computed(() => bench.mayWork.value && step.value !== null && !job.state.done[step.value.key]
  && duties.value.some(({ duty }) => duty.kind === 'reading' || duty.kind === 'tightening'))
const body = ref<HTMLElement>()
/** Another step is read from its top. */
watch(() => step.value?.key, () => {
  adding.value = false
  body.value?.scrollTo(0, 0)
}, { flush: 'post' })
/** What the step waits for stands in its body, where it may be out of sight. */
const showAsked = () =>
  body.value?.querySelector('.wait:not(.over), .duty:not(.met)')?.scrollIntoView({ block: 'start', behavior: 'smooth' })
defineExpose({ note: () => { noting.value = true } })
const limbName = { off: 'Off', floor: 'Floor', on: 'On' }
</script>

<template>
  <section
    class="panel"
    aria-label="This step"
  >
    <div
      v-if="job.state.closed"
      class="closed"
    >
      <p>Closed by {{ job.state.closed.by }}. The record does not change any more.</p>
      <el-button
        v-if="!job.isPractice"
        type="primary"
        @click="navigateTo(`/jobs/${job.meta.id}/dossier`)"
      >
        See the dossier
      </el-button>
    </div>
    <div
      v-if="step"
      ref="body"
      class="body"
    >
      <p class="eyebrow">
        Step {{ number }} · {{ limbName[step.limb] }} · {{ step.stage.replace('-', ' ') }}
        <span
          v-if="bench.current.value && bench.current.value.key !== step.key"
          class="elsewhere"
        ><button @click="bench.look(null)">To the work at hand</button></span>
      </p>
      <h2 data-says="title">
        {{ step.title }}
      </h2>
      <p
        v-if="step.why"
        data-says="why"
        class="why"
      >
        {{ step.why }}
      </p>
      <StepCautions
        v-if="step.cautions"
        data-says="cautions"
        :cautions="step.cautions"
        :notice="job.sheet.notice"
      />
      <TakeoverNotice />
      <MachineNotice :step="step" />
      <p
        v-if="weak"
        class="weak"
        role="status"
      >
        <Icon name="ph:warning" /> This was ticked on “{{ weak.name }}”, which the bench showed as “{{ weak.shown }}”. By the register of instruments it is not that good. Look whether it holds, or measure again.
      </p>
      <template v-if="bench.statusOf(step) !== 'done'">
        <WaitNotice
          v-for="wait in bench.waits.value"
          :key="`${step.key} ${wait.name}`"
          data-says="waits"
          :wait="wait"
        />
      </template>
      <DepartureNote
        :key="`departure of ${step.key}`"
        :step="step"
      />
      <StepFacts
        :step="step"
        :moves="moves"
        :bags="bench.wantedBags.value"
        :joint="joint"
      />
      <AttachmentStrip
        :attachments="step.attachments ?? []"
        data-says="attachments"
      />
      <GrowPanel
        v-if="bench.mayWork.value && (isOpenUp || adding)"
        :key="`deeds at ${step.key}`"
        :full="isOpenUp"
        :step="step"
      />
      <GapNote
        v-if="bench.mayWork.value"
        :step="step"
      />
      <StepTools
        :key="`tools of ${step.key}`"
        :step="step"
      />
      <SealPanel
        v-for="seal in step ? sealsAt(job.sheet, step) : []"
        :key="`${step.key} ${seal.key}`"
        :seal="seal"
        :step="step"
      />
      <PhotoStrip
        :photos="photos"
        :job-id="job.isPractice ? null : job.meta.id"
      />
      <ul
        v-if="duties.length"
        class="duties"
        aria-label="What this step asks for"
      >
        <AsProposed
          :key="`proposals of ${step.key}`"
          :duties="duties"
        />
        <component
          :is="group.name ? ReadingGroup : Single"
          v-for="group in grouped"
          :key="`${step.key} ${group.name ?? JSON.stringify(group.lines[0]!.duty)}`"
          :name="group.name"
        >
          <StepDuty
            v-for="line in group.lines"
            :key="`${step.key} ${JSON.stringify(line.duty)}`"
            :line="line"
            :step="step"
          />
        </component>
      </ul>
      <ul
        v-if="notes.length"
        class="notes"
      >
        <li
          v-for="note in notes"
          :key="note.event"
        >
          <Icon name="ph:note-pencil" /> {{ note.text }} <small class="quiet">{{ note.by }}</small>
        </li>
      </ul>
    </div>
    <div
      v-else
      class="body done"
    >
      <h2>Every step is done</h2>
      <p>Look over what stands between this job and its closing, then sign it.</p>
      <el-button
        v-if="!job.state.closed"
        type="primary"
        class="big"
        @click="emit('closeJob')"
      >
        Close the job
      </el-button>
    </div>
    <InstrumentDock
      v-if="asksForValue"
      @taken="showAsked"
    />
    <StepFooter
      v-if="!job.state.closed"
      :step="step"
      :moves="moves"
      @note="noting = true"
      @add="adding = !adding"
      @asked="showAsked"
    />
    <NoteDialog
      v-if="step"
      v-model="noting"
      :step="step"
    />
  </section>
</template>

<style scoped>
.panel { display: flex; flex-direction: column; min-height: 0; }
.body { flex: 1; overflow-y: auto; padding: 14px 20px; min-height: 0; scrollbar-width: thin; }
.eyebrow { display: flex; gap: 12px; align-items: center; justify-content: space-between; padding-right: 10px; }
h2 { font-size: 29px; margin: 4px 0 6px; }
.why { color: var(--slate); font-size: 15.5px; }
.elsewhere button { min-height: 32px; background: none; border: 0; text-transform: none; letter-spacing: 0; color: var(--scribe); text-decoration: underline; cursor: pointer; font: 500 14px var(--text); }
@media (pointer: coarse) { .elsewhere button { min-height: 44px; } }
.weak { padding: 9px 14px; margin-top: 10px; background: var(--brass-tint); border-left: 6px solid var(--brass-line); }
.duties { display: flex; flex-direction: column; gap: 8px; margin-top: 12px; }
.notes { margin-top: 12px; }
.notes li { padding: 6px 0; border-top: 1px solid var(--rule); }
.big { width: 100%; min-height: 60px; font-size: 23px; }
.closed { padding: 12px 20px; background: var(--verdigris-tint); display: flex; gap: 12px; align-items: center; justify-content: space-between; }
.done { display: flex; flex-direction: column; gap: 14px; justify-content: center; }
</style>
