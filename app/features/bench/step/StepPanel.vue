<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { dutiesOf, indexOf, partOf, stepNumber } from '#core'
import { moment } from '../../../ui/moment'
import NoteDialog from '../NoteDialog.vue'
import PhotoButton from '../PhotoButton.vue'
import PhotoStrip from '../../../ui/PhotoStrip.vue'
import PieceCounts from './PieceCounts.vue'
import StepCautions from './StepCautions.vue'
import StepFacts from './StepFacts.vue'
import StepDuty from './duties/StepDuty.vue'
import StepTools from './StepTools.vue'
import WaitNotice from './WaitNotice.vue'
import type { Bench } from '../use-bench'

const { bench } = defineProps<{ bench: Bench }>()
const emit = defineEmits<{ closeJob: [] }>()
const { job } = bench
const noting = ref(false)
const counted = ref<{ part: string, count: number }[]>([])
watch(() => bench.shown.value?.key, () => { counted.value = [] })

const step = computed(() => bench.shown.value)
const stamp = computed(() => step.value ? job.state.done[step.value.key] : undefined)
const number = computed(() => step.value ? stepNumber(job.sheet!, step.value) : 0)
const duties = computed(() => step.value ? dutiesOf(job.sheet!, job.state, step.value) : [])
const notes = computed(() => job.state.notes.filter(note => note.step === step.value?.key))
const moves = computed(() => {
  const pieces = step.value?.removes ?? step.value?.refits ?? []
  return pieces.map(({ part, count }) => ({ part: partOf(job.sheet!, part), count }))
})
/** Photos of this step that no duty shows. */
const photos = computed(() => job.state.photos.filter(photo => photo.step === step.value?.key && !duties.value.some(line => line.duty.kind === 'photo')))
const joint = computed(() => step.value?.tightens ? indexOf(job.sheet!).joint.get(step.value.tightens) : undefined)
const body = ref<HTMLElement>()
/** What the step waits for stands in its body, where it may be out of sight. */
const isAsking = computed(() => bench.dutiesLeft.value.length > 0 || bench.isWaiting.value)
const showAsked = () => body.value?.querySelector('.wait:not(.over), .duty:not(.met)')?.scrollIntoView({ block: 'start', behavior: 'smooth' })
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
        type="primary"
        @click="navigateTo(`/jobs/${job.meta!.id}/dossier`)"
      >
        See the dossier
      </el-button>
    </div>
    <div
      v-if="step"
      :key="step.key"
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
      <h2>{{ step.title }}</h2>
      <p class="why">
        {{ step.why }}
      </p>
      <StepCautions
        v-if="step.cautions"
        :cautions="step.cautions"
        :notice="job.sheet!.notice"
      />
      <template v-if="bench.statusOf(step) !== 'done'">
        <WaitNotice
          v-for="wait in bench.waits.value"
          :key="wait.name"
          :wait="wait"
          :bench="bench"
        />
      </template>
      <StepFacts
        :step="step"
        :moves="moves"
        :joint="joint"
      />
      <StepTools
        :step="step"
        :bench="bench"
      />
      <PhotoStrip
        :photos="photos"
        :job-id="job.meta!.id"
      />
      <ul
        v-if="duties.length"
        class="duties"
        aria-label="What this step asks for"
      >
        <StepDuty
          v-for="line in duties"
          :key="JSON.stringify(line.duty)"
          :line="line"
          :step="step"
          :bench="bench"
        />
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
    <footer v-if="!job.state.closed">
      <p
        v-if="job.refusal"
        class="refusal"
        role="alert"
      >
        <Icon name="ph:hand-palm" /> {{ job.refusal }}
      </p>
      <template v-if="step">
        <p
          v-if="stamp"
          class="stamp"
        >
          <Icon name="ph:check-bold" /> {{ stamp.by }}, {{ moment(stamp.at) }}
          <el-button
            v-if="bench.mayWork.value"
            text
            @click="bench.takeBack(stamp.event)"
          >
            Take the tick back
          </el-button>
        </p>
        <template v-else-if="bench.mayWork.value">
          <template v-if="bench.obstacle.value && !job.refusal">
            <button
              v-if="isAsking"
              type="button"
              class="obstacle"
              @click="showAsked"
            >
              {{ bench.obstacle.value }} <Icon name="ph:arrow-up" />
            </button>
            <p
              v-else
              class="obstacle"
            >
              {{ bench.obstacle.value }}
            </p>
          </template>
          <PieceCounts
            v-if="bench.obstacle.value === null"
            v-model="counted"
            :moves="moves"
          />
          <el-button
            type="primary"
            class="big"
            :disabled="bench.obstacle.value !== null"
            @click="bench.tick(counted)"
          >
            {{ step.done ?? 'Done' }}
          </el-button>
        </template>
        <p
          v-else
          class="quiet"
        >
          You can look, but ticking needs a technician or lead.
        </p>
      </template>
      <div
        v-if="bench.mayWork.value"
        class="side"
      >
        <el-button
          v-if="step"
          text
          @click="noting = true"
        >
          <Icon name="ph:note-pencil" />&nbsp;Note
        </el-button>
        <PhotoButton
          v-if="step"
          label="Photo"
          :bench="bench"
          :of="{ step: step.key }"
        />
        <el-button
          text
          :disabled="!bench.undoable.value"
          @click="bench.takeBack(bench.undoable.value!.event)"
        >
          <Icon name="ph:arrow-counter-clockwise" />&nbsp;Undo my last
        </el-button>
      </div>
    </footer>
    <NoteDialog
      v-if="step"
      v-model="noting"
      :step="step"
      :bench="bench"
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
.duties { display: flex; flex-direction: column; gap: 8px; margin-top: 12px; }
.notes { margin-top: 12px; }
.notes li { padding: 6px 0; border-top: 1px solid var(--rule); }
footer { padding: 10px 20px 8px; border-top: 1px solid var(--rule); flex: none; }
.big { width: 100%; min-height: 60px; font-size: 23px; }
.obstacle { color: var(--brass); margin-bottom: 6px; font-weight: 500; }
button.obstacle { display: flex; gap: 10px; align-items: center; justify-content: space-between; width: 100%; min-height: var(--target); padding: 0; background: none; border: 0; font: 500 16px/1.35 var(--text); text-align: left; cursor: pointer; }
.obstacle svg { flex: none; font-size: 22px; }
.refusal { color: var(--oxide); margin-bottom: 6px; font-weight: 500; }
.stamp { color: var(--verdigris); font-weight: 500; display: flex; align-items: center; gap: 8px; flex-wrap: wrap; }
.side { display: flex; gap: 4px; margin: 2px -10px 0; }
.side :deep(.take) { border: 0; background: none; padding: 0 10px; font-size: 16px; font-weight: 500; }
.closed { padding: 12px 20px; background: var(--verdigris-tint); display: flex; gap: 12px; align-items: center; justify-content: space-between; }
.done { display: flex; flex-direction: column; gap: 14px; justify-content: center; }
</style>
