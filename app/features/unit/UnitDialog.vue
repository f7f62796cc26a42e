<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { sheetForUnit, type SheetDocument } from '#core'
import type { SheetRow, UnitAnswer } from '#shared/wire/types'
import type { UnitInput } from '#shared/wire/fleet'
import type { SitePlan } from '#shared/wire/house'
import { callApi, sentenceOf } from '../../net/api'
import { fetchSheet } from '../../net/sheets'
import { useSubmit } from '../../net/use-submit'
import AskDialog from '../../ui/AskDialog.vue'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'
import RefusalNote from '../../ui/RefusalNote.vue'

/** A machine taken into the fleet, or changed: what stands on its plate, how it is built, by which sheet, and when it is due by rule. */
const { unit } = defineProps<{ unit?: UnitAnswer['unit'] | undefined }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ saved: [tag: string] }>()

const EMPTY: UnitInput = {
  tag: '', site: '', name: '', family: '', make: '', nameplate: {}, options: {}, sheet: null, nextDue: null, intervalHours: null,
  regulationDue: null, isCritical: false,
}
const said = reactive<UnitInput>(structuredClone(EMPTY))
const plate = ref<{ name: string, value: string }[]>([])
const note = ref('')
const sheets = ref<SheetRow[]>([])
const document = ref<SheetDocument>()
const places = ref<readonly SitePlan[]>([])

const was = computed((): UnitInput => unit
  ? {
      ...EMPTY, tag: unit.tag, site: unit.site, name: unit.name, family: unit.family, make: unit.make, nameplate: unit.nameplate,
      options: unit.options, sheet: unit.sheet?.key ?? null, nextDue: unit.nextDue, intervalHours: unit.intervalHours,
      regulationDue: unit.regulationDue, isCritical: unit.isCritical,
    }
  : EMPTY)
watch(() => [said.sheet, sheets.value] as const, async ([key, released]) => {
  const row = released.find(one => one.key === key)
  document.value = row ? await fetchSheet(row).catch(() => undefined) : undefined
  // What another sheet calls its options means nothing here.
  const known = new Set(document.value?.options?.map(option => option.key))
  if (document.value) said.options = Object.fromEntries(Object.entries(said.options).filter(([key]) => known.has(key)))
})
const isOf = computed(() => {
  if (!document.value) return ''
  try {
    sheetForUnit(document.value, said.options)
    return ''
  } catch (error) {
    return sentenceOf(error)
  }
})
const isReady = computed(() => [said.tag, said.site, said.name, said.family, said.make].every(text => text.trim() !== '') && isOf.value === '')

const { busy, problem, submit } = useSubmit(async () => {
  const all: UnitInput = {
    ...said, tag: said.tag.trim().toUpperCase(), name: said.name.trim(), family: said.family.trim(), make: said.make.trim(),
    nameplate: Object.fromEntries(plate.value.map(({ name, value }) => [name.trim(), value.trim()]).filter(([name, value]) => name && value)),
    intervalHours: said.intervalHours || null, nextDue: said.nextDue || null, regulationDue: said.regulationDue || null,
  }
  if (!unit) {
    const { tag } = await callApi<{ tag: string }>('/units', { method: 'POST', body: all })
    emit('saved', tag)
    open.value = false
    return
  }
  const isOther = ([field, value]: [string, unknown]) => JSON.stringify(value) !== JSON.stringify(was.value[field as keyof UnitInput])
  const change = Object.fromEntries(Object.entries(all).filter(isOther))
  if (Object.keys(change).length > 0) {
    const body = { version: unit.version, change, ...note.value.trim() ? { note: note.value.trim() } : {} }
    const { tag } = await callApi<{ tag: string }>(`/units/${encodeURIComponent(unit.tag)}`, { method: 'PATCH', body })
    emit('saved', tag)
  }
  open.value = false
})
watch(open, async (isOpen) => {
  if (!isOpen) return
  Object.assign(said, structuredClone({ ...was.value, nameplate: { ...was.value.nameplate }, options: { ...was.value.options } }))
  plate.value = Object.entries(was.value.nameplate).map(([name, value]) => ({ name, value }))
  note.value = ''
  problem.value = ''
  try {
    const [released, all] = await Promise.all([callApi<SheetRow[]>('/sheets'), callApi<SitePlan[]>('/sites')])
    sheets.value = released
    // Nothing new begins at a site that is closed.
    places.value = all.filter(({ key, closedAt }) => closedAt === null || key === unit?.site)
    if (!said.site) said.site = places.value[0]?.key ?? ''
  } catch (error) {
    problem.value = sentenceOf(error)
  }
}, { immediate: true })
</script>

<template>
  <AskDialog
    v-model="open"
    :title="unit ? `Change ${unit.tag}` : 'Take a machine into the fleet'"
    :act="unit ? 'Keep the change' : 'Take it in'"
    :width="720"
    :ready="isReady"
    :busy="busy"
    @act="submit"
  >
    <div class="form-grid">
      <label>Tag<el-input
        v-model="said.tag"
        class="mono"
        maxlength="24"
        autocapitalize="characters"
        autocomplete="off"
        data-focus
      /></label>
      <div class="field">
        <span>Site</span><ChoiceSelect
          v-model="said.site"
          label="Site"
          :choices="places.map(site => ({ value: site.key, label: site.name }))"
        />
      </div>
      <label class="wide">Name<el-input
        v-model="said.name"
        maxlength="120"
      /></label>
      <label>Kind<el-input
        v-model="said.family"
        maxlength="80"
      /></label>
      <label>Make<el-input
        v-model="said.make"
        maxlength="80"
      /></label>
      <div class="field wide">
        <span>Overhauled by</span><ChoiceSelect
          :model-value="said.sheet ?? ''"
          label="Overhauled by"
          filterable
          :choices="[{ value: '', label: 'no sheet yet' }, ...sheets.map(sheet => ({ value: sheet.key, label: sheet.title }))]"
          @update:model-value="said.sheet = $event || null"
        />
      </div>
      <div
        v-for="option in document?.options ?? []"
        :key="option.key"
        class="field"
      >
        <span>{{ option.name }}</span><ChoiceSelect
          :model-value="said.options[option.key] ?? option.values[0]!.key"
          :label="option.name"
          :choices="option.values.map(value => ({ value: value.key, label: value.name }))"
          @update:model-value="said.options[option.key] = $event"
        />
      </div>
      <fieldset class="wide">
        <legend>When it is due</legend>
        <div class="field">
          <span>By the calendar</span><el-date-picker
            v-model="said.nextDue"
            value-format="YYYY-MM-DD"
            aria-label="By the calendar"
          />
        </div>
        <div class="field">
          <span>By regulation</span><el-date-picker
            v-model="said.regulationDue"
            value-format="YYYY-MM-DD"
            aria-label="By regulation"
          />
        </div>
        <div class="field">
          <span>After so many hours</span><el-input-number
            v-model="said.intervalHours"
            :min="1"
            :max="200000"
            :step="1000"
            :value-on-clear="null"
            aria-label="After so many hours"
          />
        </div>
        <el-checkbox v-model="said.isCritical">
          Nobody can do without it: less is risked
        </el-checkbox>
      </fieldset>
      <fieldset class="wide plate-fields">
        <legend>What else its plate says</legend>
        <div
          v-for="(row, i) in plate"
          :key="i"
          class="pair"
        >
          <el-input
            v-model="row.name"
            :aria-label="`Name of line ${i + 1}`"
            maxlength="60"
          /><el-input
            v-model="row.value"
            class="mono"
            :aria-label="`Value of line ${i + 1}`"
            maxlength="200"
          /><el-button
            text
            :aria-label="`Take line ${i + 1} off`"
            @click="plate.splice(i, 1)"
          >
            <Icon name="ph:x" />
          </el-button>
        </div>
        <el-button
          v-if="plate.length < 30"
          @click="plate.push({ name: '', value: '' })"
        >
          <Icon name="ph:plus" /> A line
        </el-button>
      </fieldset>
      <label
        v-if="unit"
        class="wide"
      >Why it is changed, for the history<el-input
        v-model="note"
        maxlength="300"
      /></label>
    </div>
    <RefusalNote :text="problem || isOf" />
  </AskDialog>
</template>

<style scoped>
fieldset { border: 0; border-top: 1px solid var(--rule); padding: 10px 0 0; display: grid; grid-template-columns: repeat(3, 1fr); gap: 10px 16px; }
fieldset .el-checkbox { grid-column: 1 / -1; }
legend { font: 600 16px var(--label); padding-right: 10px; }
.plate-fields { grid-template-columns: 1fr; justify-items: start; }
.pair { display: grid; grid-template-columns: 1fr 1.4fr auto; gap: 8px; width: 100%; }
@media (max-width: 560px) { fieldset { grid-template-columns: 1fr; } }
</style>
