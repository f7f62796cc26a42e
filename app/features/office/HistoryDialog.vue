<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { DomainError, formatQuantity, parseQuantity } from '#core'
import { CALIBRATION_RESULTS, type CalibrationResult } from '#shared/calibration-results'
import type { InstrumentHistory, InstrumentRow } from '#shared/wire/types'
import { callApi, sentenceOf } from '../../net/api'
import { serverNow } from '../../net/server-clock'
import AskDialog from '../../ui/AskDialog.vue'
import { dayOf, moment } from '../../ui/moment'
import RefusalNote from '../../ui/RefusalNote.vue'

/** An instrument: its calibrations, what was taken with it when it was not good, and a new calibration. */
const { instrument } = defineProps<{ instrument: InstrumentRow | null }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ changed: [] }>()
const history = ref<InstrumentHistory | null>(null)
const [busy, problem, writing] = [ref(false), ref(''), ref(false)]
const said = reactive({ day: '', until: '', certificate: '', uncertainty: '', result: 'in tolerance' as CalibrationResult, note: '' })
const title = computed(() => instrument ? `${instrument.tag} · ${instrument.name}` : '')
const isReady = computed(() => [said.day, said.until, said.certificate, said.uncertainty].every(text => String(text ?? '').trim()))
const uncertainty = (value: number) => formatQuantity(value, instrument!.quantity, { decimals: value < 1 ? 3 : 1 })

async function load() {
  if (!instrument) return
  try {
    history.value = await callApi<InstrumentHistory>(`/instruments/${instrument.tag}`)
  } catch (error) {
    problem.value = sentenceOf(error)
  }
}
watch(open, (isOpen) => {
  if (!isOpen || !instrument) return
  const now = serverNow()
  Object.assign(said, {
    day: now.toISOString().slice(0, 10), until: new Date(now.getTime() + 365 * 86_400_000).toISOString().slice(0, 10), certificate: '',
    uncertainty: uncertainty(instrument.uncertainty), result: 'in tolerance', note: '',
  })
  history.value = null
  writing.value = false
  problem.value = ''
  void load()
}, { immediate: true })
async function act(work: () => Promise<unknown>) {
  busy.value = true
  problem.value = ''
  try {
    await work()
    writing.value = false
    await load()
    emit('changed')
  } catch (error) {
    problem.value = error instanceof DomainError ? error.message : sentenceOf(error)
  } finally {
    busy.value = false
  }
}
const calibrate = () => act(async () => {
  const { note, certificate, uncertainty: typed, ...rest } = said
  await callApi(`/instruments/${instrument!.tag}/calibrations`, { method: 'POST', body: {
    ...rest, certificate: certificate.trim(), uncertainty: parseQuantity(typed, instrument!.quantity).value, ...note.trim() ? { note: note.trim() } : {},
  } })
})
const setRetired = (retired: boolean) => act(() => callApi(`/instruments/${instrument!.tag}`, { method: 'PATCH', body: { retired } }))
</script>

<template>
  <AskDialog
    v-model="open"
    :title="title"
    :width="760"
    leave="Close"
    :act="writing ? 'Write the calibration down' : undefined"
    :ready="isReady"
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
            <span class="mono">U {{ uncertainty(one.uncertainty) }}</span>
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
          v-model="said.result"
          class="wide"
          aria-label="What the calibration found"
        >
          <el-radio-button
            v-for="result in CALIBRATION_RESULTS"
            :key="result"
            :value="result"
          >
            {{ result }}
          </el-radio-button>
        </el-radio-group>
        <div class="field">
          <span>Calibrated on</span><el-date-picker
            v-model="said.day"
            aria-label="Calibrated on"
            value-format="YYYY-MM-DD"
            format="D MMM YYYY"
          />
        </div>
        <div class="field">
          <span>Good until</span><el-date-picker
            v-model="said.until"
            aria-label="Good until"
            value-format="YYYY-MM-DD"
            format="D MMM YYYY"
          />
        </div>
        <label>Certificate<el-input
          v-model="said.certificate"
          autocomplete="off"
        /></label>
        <label>U (k = 2)<el-input
          v-model="said.uncertainty"
          class="mono"
          autocomplete="off"
        /></label>
        <label class="wide">Note<el-input
          v-model="said.note"
          maxlength="1000"
        /></label>
      </div>
      <div
        v-else
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
label, .field { display: flex; flex-direction: column; gap: 2px; font: 600 15px var(--label); }
.wide { grid-column: 1 / -1; }
.field :deep(.el-date-editor.el-input) { width: 100%; }
</style>
