<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { formatQuantity, KINDS, parseQuantity } from '#core'
import { CALIBRATION_RESULTS, type CalibrationResult } from '#shared/calibration-results'
import type { InstrumentHistory, InstrumentRow } from '#shared/wire/types'
import { callApi } from '../../net/api'
import { useSubmit } from '../../net/use-submit'
import AskDialog from '../../ui/AskDialog.vue'
import { dayOf, moment } from '../../ui/moment'
import RefusalNote from '../../ui/RefusalNote.vue'
import CableFields from './CableFields.vue'
import CalibrationFields, { freshCalibration, isWhole } from './CalibrationFields.vue'

/** An instrument: its calibrations, what was taken with it when it was not good, and a new calibration. */
const { instrument } = defineProps<{ instrument: InstrumentRow | null }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ changed: [] }>()
const history = ref<InstrumentHistory | null>(null)
const writing = ref(false)
const calibration = ref(freshCalibration())
const result = ref<CalibrationResult>('in tolerance')
const note = ref('')
const cable = reactive({ linePattern: '', baudRate: '' })
const title = computed(() => instrument ? `${instrument.tag} · ${instrument.name}` : '')
const path = computed(() => `/instruments/${instrument!.tag}`)
const uncertaintyOf = (value: number) => formatQuantity(value, instrument!.quantity, { decimals: value < 1 ? 3 : 1 })

let work: () => Promise<unknown>
const { busy, problem, submit } = useSubmit(async () => {
  await work()
  writing.value = false
  history.value = await callApi<InstrumentHistory>(path.value)
})
/** Does something, if anything, and shows what the instrument is then. */
async function act(doing: typeof work): Promise<void> {
  work = doing
  await submit()
  if (!problem.value) emit('changed')
}
const calibrate = () => act(() => {
  const { certificate, uncertainty, ...days } = calibration.value
  return callApi(`${path.value}/calibrations`, { method: 'POST', body: {
    ...days, certificate: certificate.trim(), result: result.value,
    uncertainty: parseQuantity(uncertainty, instrument!.quantity).value, ...note.value.trim() ? { note: note.value.trim() } : {},
  } })
})
const setRetired = (retired: boolean) => act(() => callApi(path.value, { method: 'PATCH', body: { retired } }))
const saveCable = () => act(() => callApi(path.value, { method: 'PATCH', body: {
  linePattern: cable.linePattern.trim() || null, baudRate: Number(cable.baudRate),
} }))
watch(open, async (isOpen) => {
  if (!isOpen || !instrument) return
  calibration.value = { ...freshCalibration(), uncertainty: uncertaintyOf(instrument.uncertainty) }
  result.value = 'in tolerance'
  note.value = ''
  history.value = null
  writing.value = false
  Object.assign(cable, { linePattern: instrument.linePattern ?? '', baudRate: `${instrument.baudRate}` })
  work = () => Promise.resolve()
  await submit()
}, { immediate: true })
</script>

<template>
  <AskDialog
    v-model="open"
    :title="title"
    :width="760"
    leave="Close"
    :act="writing ? 'Write the calibration down' : undefined"
    :ready="isWhole(calibration)"
    :busy="busy"
    @act="calibrate"
  >
    <div
      v-if="history"
      class="history"
    >
      <section
        v-if="history.suspectTotal"
        class="suspect"
        aria-label="Taken while it was not good"
      >
        <h3><Icon name="ph:warning" /> {{ history.suspectTotal }} taken with it since it was last known to be good</h3>
        <p>It was found out of tolerance. Look whether these hold, or measure again.</p>
        <ul>
          <li
            v-for="one in history.suspect"
            :key="one.event"
          >
            <NuxtLink :to="`/jobs/${one.job}/dossier`">Job {{ one.jobNumber }}</NuxtLink> <span class="mono">{{ one.unit }}</span> {{ one.what.replaceAll('-', ' ') }} <small class="quiet">{{ one.by }}, {{ moment(one.at) }}</small>
          </li>
        </ul>
      </section>
      <section aria-label="Calibrations">
        <ul class="calibrations">
          <li
            v-for="one in history.calibrations"
            :key="one.id"
          >
            <span class="mono">{{ dayOf(one.day) }}</span>
            <strong :class="one.result === 'in tolerance' ? 'good' : 'bad'">{{ one.result === 'in tolerance' ? '●' : '◆' }} {{ one.result }}</strong>
            <span class="mono">U {{ uncertaintyOf(one.uncertainty) }}</span>
            <span>to {{ dayOf(one.until) }}</span>
            <span class="quiet">{{ one.certificate }}<template v-if="one.enteredBy">, {{ one.enteredBy }}</template></span>
            <p v-if="one.note">
              {{ one.note }}
            </p>
          </li>
        </ul>
        <p
          v-if="!history.calibrations.length"
          class="quiet"
        >
          No calibration is written down yet.
        </p>
      </section>
      <div
        v-if="writing"
        class="grid"
      >
        <el-radio-group
          v-model="result"
          class="wide"
          aria-label="What the calibration found"
        >
          <el-radio-button
            v-for="one in CALIBRATION_RESULTS"
            :key="one"
            :value="one"
          >
            {{ one }}
          </el-radio-button>
        </el-radio-group>
        <CalibrationFields
          v-model="calibration"
          :unit="KINDS[history.instrument.quantity].base"
        />
        <label class="wide">Note<el-input
          v-model="note"
          maxlength="1000"
        /></label>
      </div>
      <section
        v-if="!writing"
        class="grid"
        aria-label="Cable to the tablet"
      >
        <CableFields
          v-model:line-pattern="cable.linePattern"
          v-model:baud-rate="cable.baudRate"
          :unit="KINDS[history.instrument.quantity].base"
        />
        <el-button
          :loading="busy"
          @click="saveCable"
        >
          Keep how its lines look
        </el-button>
      </section>
      <div
        v-if="!writing"
        class="deeds"
      >
        <el-button
          type="primary"
          @click="writing = true"
        >
          A new calibration
        </el-button>
        <el-button
          text
          :loading="busy"
          @click="setRetired(!history.instrument.retired)"
        >
          {{ history.instrument.retired ? 'Take it into use again' : 'Take it out of use' }}
        </el-button>
      </div>
    </div>
    <p
      v-else-if="!problem"
      class="quiet"
    >
      Fetching its history …
    </p>
    <RefusalNote :text="problem" />
  </AskDialog>
</template>

<style scoped>
.history { display: flex; flex-direction: column; gap: 14px; }
.suspect { padding: 10px 14px; border-left: 6px solid var(--oxide); background: var(--oxide-tint); }
.suspect ul { max-height: 180px; overflow-y: auto; }
.suspect li { padding: 3px 0; }
.calibrations li { display: flex; flex-wrap: wrap; gap: 2px 16px; padding: 7px 0; border-top: 1px solid var(--rule); }
.calibrations p { flex-basis: 100%; color: var(--slate); }
.good { color: var(--verdigris); }
.bad { color: var(--oxide); }
.grid { display: grid; grid-template-columns: 1fr 1fr; gap: 8px 14px; }
label { display: flex; flex-direction: column; gap: 2px; font: 600 15px var(--label); }
.wide { grid-column: 1 / -1; }
</style>
