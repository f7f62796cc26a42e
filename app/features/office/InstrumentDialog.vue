<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { DomainError, KINDS, parseQuantity, STEEL_PER_K, type QuantityKind } from '#core'
import type { SiteRow } from '#shared/wire/types'
import { callApi, sentenceOf } from '../../net/api'
import { serverNow } from '../../net/server-clock'
import AskDialog from '../../ui/AskDialog.vue'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'
import RefusalNote from '../../ui/RefusalNote.vue'

/** A new instrument, with the calibration that it comes with. */
const { sites } = defineProps<{ sites: readonly SiteRow[] }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ saved: [] }>()
const [busy, problem] = [ref(false), ref('')]

const EMPTY = { tag: '', kind: '', name: '', serial: '', site: '', from: '', to: '', step: '', uncertainty: '', certificate: '' }
const said = reactive({ ...EMPTY, quantity: 'length' as QuantityKind, day: '', until: '' })
const kinds = (Object.keys(KINDS) as QuantityKind[]).map(value => ({ value, label: `${KINDS[value].name.replace(/^an? /, '')}, ${KINDS[value].base}` }))
watch(open, (isOpen) => {
  if (!isOpen) return
  const now = serverNow()
  const inAYear = new Date(now.getTime() + 365 * 86_400_000)
  Object.assign(said, EMPTY, { day: now.toISOString().slice(0, 10), until: inAYear.toISOString().slice(0, 10) })
  problem.value = ''
}, { immediate: true })
const isReady = computed(() =>
  [said.tag, said.kind, said.name, said.from, said.to, said.step, said.uncertainty, said.certificate, said.day, said.until].every(text => String(text ?? '').trim()))
const unit = computed(() => KINDS[said.quantity].base)
const FIELDS = [['from', 'Range from'], ['to', 'Range to'], ['step', 'Step'], ['uncertainty', 'U (k = 2)']] as const

async function save() {
  busy.value = true
  problem.value = ''
  try {
    const value = (text: string) => parseQuantity(text, said.quantity).value
    await callApi('/instruments', { method: 'POST', body: {
      tag: said.tag.trim().toUpperCase(), kind: said.kind.trim(), name: said.name.trim(), serial: said.serial.trim() || null, site: said.site || null,
      quantity: said.quantity, rangeFrom: value(said.from), rangeTo: value(said.to), step: value(said.step),
      alphaPerK: said.quantity === 'length' ? STEEL_PER_K : 0,
      calibration: { day: said.day, until: said.until, certificate: said.certificate.trim(), result: 'in tolerance', uncertainty: value(said.uncertainty) },
    } })
    emit('saved')
    open.value = false
  } catch (error) {
    problem.value = error instanceof DomainError ? error.message : sentenceOf(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <AskDialog
    v-model="open"
    title="Add an instrument"
    act="Add it"
    :width="640"
    :ready="isReady"
    :busy="busy"
    @act="save"
  >
    <div class="grid">
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
        v-model="said.serial"
        class="mono"
        autocomplete="off"
      /></label>
      <div class="field">
        <span>Site</span><ChoiceSelect
          v-model="said.site"
          label="Site"
          :choices="[{ value: '', label: 'whole shop' }, ...sites.map(site => ({ value: site.key, label: site.name }))]"
        />
      </div>
      <div class="field wide">
        <span>It measures</span><ChoiceSelect
          v-model="said.quantity"
          label="It measures"
          filterable
          :choices="kinds"
        />
      </div>
      <label
        v-for="[key, label] in FIELDS"
        :key="key"
      >{{ label }}<el-input
        v-model="said[key]"
        class="mono"
        :placeholder="unit"
        inputmode="decimal"
        autocomplete="off"
      /></label>
      <label class="wide">Certificate<el-input
        v-model="said.certificate"
        autocomplete="off"
      /></label>
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
    </div>
    <RefusalNote :text="problem" />
  </AskDialog>
</template>

<style scoped>
.grid { display: grid; grid-template-columns: 1fr 1fr; gap: 8px 14px; }
label, .field { display: flex; flex-direction: column; gap: 2px; font: 600 15px var(--label); }
.wide { grid-column: 1 / -1; }
.field :deep(.el-date-editor.el-input) { width: 100%; }
</style>
