<script setup lang="ts">
import { v4 as newId } from 'uuid'
import { computed, reactive, ref, watch } from 'vue'
import { cutTo, sheetForUnit, type Depth, type Sheet } from '#core'
import type { PlanRow } from '#shared/wire/stores'
import type { UnitAnswer } from '#shared/wire/types'
import { callApi } from '../../net/api'
import { fetchSheet } from '../../net/sheets'
import { useSubmit } from '../../net/use-submit'
import AskDialog from '../../ui/AskDialog.vue'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'
import RefusalNote from '../../ui/RefusalNote.vue'

/** An overhaul that is to come: when, why, how deep and how far, and who does it. */
const { unit, plan } = defineProps<{ unit: UnitAnswer['unit'], plan?: PlanRow | undefined }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ saved: [] }>()

const said = reactive({ id: newId(), day: '', reason: '', depth: 'routine' as Depth, target: '', kitComplete: false, who: '', note: '' })
const sheet = ref<Sheet>()
const people = ref<{ id: string, name: string }[]>([])
const { busy, problem, submit } = useSubmit(async () => {
  const { id, target, who, note, ...rest } = said
  const change = { ...rest, reason: rest.reason.trim(), target: target || null, who: who || null, note: note.trim() || null }
  if (plan) await callApi(`/plans/${plan.id}`, { method: 'PATCH', body: { version: plan.version, change } })
  else await callApi(`/units/${encodeURIComponent(unit.tag)}/plans`, { method: 'POST', body: { id, ...change } })
  emit('saved')
  open.value = false
})
watch(open, async (isOpen) => {
  if (!isOpen) return
  problem.value = ''
  const { day = '', reason = '', depth = 'routine', kitComplete = false } = plan ?? {}
  Object.assign(said, { id: newId(), day, reason, depth, kitComplete, target: plan?.target ?? '', who: plan?.who?.id ?? '', note: plan?.note ?? '' })
  try {
    people.value = await callApi(`/units/${encodeURIComponent(unit.tag)}/workers`)
    sheet.value = unit.sheet ? sheetForUnit(await fetchSheet(unit.sheet), unit.options) : undefined
  } catch {
    // Without the link it is planned as a whole, for nobody yet.
    sheet.value = undefined
  }
}, { immediate: true })
/** As far as these parts the way goes; where it is cut, its steps stay whole. */
const reachable = computed(() => sheet.value?.parts.filter(part => sheet.value!.steps.some(step => step.removes?.some(piece => piece.part === part.key))) ?? [])
const hours = computed(() => {
  if (!sheet.value) return null
  const { steps } = said.target ? cutTo(sheet.value, said.target) : sheet.value
  return (steps.reduce((sum, { minutes = 0 }) => sum + minutes, 0) / 60).toFixed(1)
})
</script>

<template>
  <AskDialog
    v-model="open"
    :title="plan ? `Change what is planned for ${unit.tag}` : `Plan an overhaul of ${unit.tag}`"
    :act="plan ? 'Keep the change' : 'Plan it'"
    :width="620"
    :ready="said.day !== '' && said.reason.trim().length >= 3"
    :busy="busy"
    @act="submit"
  >
    <div class="form-grid">
      <div class="field">
        <span>Day</span><el-date-picker
          v-model="said.day"
          value-format="YYYY-MM-DD"
          aria-label="Day"
          data-focus
        />
      </div>
      <div class="field">
        <span>Who</span><ChoiceSelect
          v-model="said.who"
          label="Who"
          filterable
          :choices="[{ value: '', label: 'not settled' }, ...people.map(({ id, name }) => ({ value: id, label: name }))]"
        />
      </div>
      <label class="wide">Why<el-input
        v-model="said.reason"
        maxlength="300"
      /></label>
      <div class="field">
        <span>How much evidence</span><ChoiceSelect
          v-model="said.depth"
          label="How much evidence"
          :choices="[{ value: 'routine', label: 'routine' }, { value: 'failure-analysis', label: 'failure analysis' }]"
        />
      </div>
      <div
        v-if="sheet"
        class="field"
      >
        <span>How far</span><ChoiceSelect
          v-model="said.target"
          label="How far"
          filterable
          :choices="[{ value: '', label: 'the whole overhaul' }, ...reachable.map(part => ({ value: part.key, label: `as far as: ${part.name}` }))]"
        />
      </div>
      <el-checkbox
        v-if="sheet"
        v-model="said.kitComplete"
        class="wide"
      >
        Kit-complete: everything that a kit may carry is replaced, whatever is found
      </el-checkbox>
      <label class="wide">Note<el-input
        v-model="said.note"
        maxlength="500"
      /></label>
    </div>
    <p
      v-if="hours"
      class="quiet"
    >
      About <span class="mono">{{ hours }} h</span> of work by its sheet.
    </p>
    <RefusalNote :text="problem" />
  </AskDialog>
</template>
