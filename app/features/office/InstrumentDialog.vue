<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { KINDS, parseQuantity, STEEL_PER_K, type QuantityKind } from '#core'
import { callApi } from '../../net/api'
import { useSubmit } from '../../net/use-submit'
import AskDialog from '../../ui/AskDialog.vue'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'
import RefusalNote from '../../ui/RefusalNote.vue'
import CableFields from './CableFields.vue'
import CalibrationFields, { freshCalibration, isWhole } from './CalibrationFields.vue'

/** A new instrument, with the calibration that it comes with. */
const { sites } = defineProps<{ sites: readonly { key: string, name: string }[] }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ saved: [] }>()

const EMPTY = { tag: '', kind: '', name: '', from: '', to: '', step: '' }
const said = reactive({ ...EMPTY })
const more = reactive({ serial: '', site: '', quantity: 'length' as QuantityKind, linePattern: '', baudRate: '9600' })
const calibration = ref(freshCalibration())
const kinds = (Object.keys(KINDS) as QuantityKind[])
  .map(value => ({ value, label: `${KINDS[value].name.replace(/^an? /, '')}, ${KINDS[value].base}` }))
const FIELDS = [['from', 'Range from'], ['to', 'Range to'], ['step', 'Step']] as const
const unit = computed(() => KINDS[more.quantity].base)

const { busy, problem, submit } = useSubmit(async () => {
  const value = (text: string) => parseQuantity(text, more.quantity).value
  const { certificate, uncertainty, ...days } = calibration.value
  await callApi('/instruments', { method: 'POST', body: {
    tag: said.tag.trim().toUpperCase(), kind: said.kind.trim(), name: said.name.trim(), serial: more.serial.trim() || null,
    site: more.site || null, quantity: more.quantity, rangeFrom: value(said.from), rangeTo: value(said.to), step: value(said.step),
    alphaPerK: more.quantity === 'length' ? STEEL_PER_K : 0,
    linePattern: more.linePattern.trim() || null, baudRate: Number(more.baudRate),
    calibration: { ...days, certificate: certificate.trim(), result: 'in tolerance', uncertainty: value(uncertainty) },
  } })
  emit('saved')
  open.value = false
})
watch(open, (isOpen) => {
  if (!isOpen) return
  Object.assign(said, EMPTY)
  Object.assign(more, { serial: '', site: '', linePattern: '' })
  calibration.value = freshCalibration()
  problem.value = ''
})
</script>

<template>
  <AskDialog
    v-model="open"
    title="Add an instrument"
    act="Add it"
    :width="640"
    :ready="isWhole(said) && isWhole(calibration)"
    :busy="busy"
    @act="submit"
  >
    <div class="form-grid">
      <label>Tag<el-input
        v-model="said.tag"
        class="mono"
        placeholder="MIC-31"
        autocapitalize="characters"
        autocomplete="off"
      /></label>
      <label>Kind, as sheets call it<el-input
        v-model="said.kind"
        placeholder="micrometer"
        autocomplete="off"
      /></label>
      <label class="wide">Name<el-input
        v-model="said.name"
        placeholder="Micrometer 25–50 mm"
        autocomplete="off"
      /></label>
      <label>Serial number<el-input
        v-model="more.serial"
        class="mono"
        autocomplete="off"
      /></label>
      <div class="field">
        <span>Site</span><ChoiceSelect
          v-model="more.site"
          label="Site"
          :choices="[{ value: '', label: 'whole shop' }, ...sites.map(site => ({ value: site.key, label: site.name }))]"
        />
      </div>
      <div class="field wide">
        <span>It measures</span><ChoiceSelect
          v-model="more.quantity"
          label="It measures"
          filterable
          :choices="kinds"
        />
      </div>
      <label
        v-for="[key, label] in FIELDS"
        :key="key"
        :class="{ wide: key === 'step' }"
      >{{ label }}<el-input
        v-model="said[key]"
        class="mono"
        :placeholder="unit"
        inputmode="decimal"
        autocomplete="off"
      /></label>
      <CableFields
        v-model:line-pattern="more.linePattern"
        v-model:baud-rate="more.baudRate"
        :unit="unit"
      />
      <CalibrationFields
        v-model="calibration"
        :unit="unit"
      />
    </div>
    <RefusalNote :text="problem" />
  </AskDialog>
</template>

<style scoped>
label, .field { display: flex; flex-direction: column; gap: 2px; font: 600 15px var(--label); }
</style>
