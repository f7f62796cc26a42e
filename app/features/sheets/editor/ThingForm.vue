<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import { fieldWord, isRequired, placeOfPointer, schemaOf, type Finding, type ListName, type SheetFault } from '#core'
import FindingNote from '../FindingNote.vue'
import { findingsAt } from '../findings'
import FieldInput from './fields/FieldInput.vue'
import type { FieldSchema } from './fields/field-kinds'
import { FIRST_FIELDS, NOT_BY_HAND } from './first-fields'
import { useDraft } from './use-draft'

/** All fields of one thing: those that are said and those most things of its list say, then the others by choice. */
const { list, thing } = defineProps<{ list: ListName, thing: object }>()
const emit = defineEmits<{ say: [field: string, value: unknown] }>()
const { checked } = useDraft()
const form = useTemplateRef('form')

const properties = computed(() => schemaOf(list)!.properties as Record<string, FieldSchema>)
const said = computed(() => thing as Record<string, unknown>)
const asked = ref<string[]>([])
watch(() => said.value.key, () => { asked.value = [] })
const fields = computed(() => Object.keys(properties.value)
  .filter(field => !NOT_BY_HAND.has(field)
    && (said.value[field] !== undefined || FIRST_FIELDS[list]?.includes(field) || isRequired(list, field) || asked.value.includes(field))))
const others = computed(() => Object.keys(properties.value)
  .filter(field => !fields.value.includes(field) && !NOT_BY_HAND.has(field))
  .map(field => ({ field, word: fieldWord(field) }))
  .sort((a, b) => a.word.localeCompare(b.word)))
const findings = computed<Finding[]>(() => findingsAt(checked.value?.findings ?? [], list, said.value.key as string))
const faults = computed<SheetFault[]>(() => (checked.value?.faults ?? []).filter(({ place }) => {
  const at = placeOfPointer(place)
  return at.list === list && at.key === said.value.key
}))
const faultsAt = (field: string) => faults.value.filter(({ place }) => placeOfPointer(place).field === field)
/** Where a field is written; asked for first where it is not shown. */
async function write(field: string): Promise<void> {
  if (!fields.value.includes(field)) asked.value.push(field)
  await nextTick()
  const at = form.value?.querySelector<HTMLElement>(`[data-field="${field}"]`)
  at?.scrollIntoView({ block: 'center' })
  at?.querySelector<HTMLElement>('input, textarea, button')?.focus({ preventScroll: true })
}
defineExpose({ write })
const findingsOf = (field: string | undefined) => findings.value.filter(finding =>
  field === undefined ? !finding.field || !fields.value.includes(finding.field) : finding.field === field)
</script>

<template>
  <div
    ref="form"
    class="form"
  >
    <p
      v-for="fault in faults.filter(({ place }) => !fields.includes(placeOfPointer(place).field ?? ''))"
      :key="fault.reason"
      class="fault"
    >
      <Icon name="ph:warning" /> {{ fault.reason }}
    </p>
    <FindingNote
      v-for="finding in findingsOf(undefined)"
      :key="finding.rule + finding.sentence"
      :finding="finding"
    />
    <div
      v-for="field in fields"
      :key="field"
      class="field"
      :data-field="field"
      role="group"
      :aria-label="fieldWord(field)"
    >
      <div class="name">
        {{ fieldWord(field) }}<i v-if="isRequired(list, field)"> *</i>
        <small v-if="properties[field]!.description">{{ properties[field]!.description }}</small>
      </div>
      <div>
        <FieldInput
          :schema="properties[field]!"
          :list="list"
          :path="field"
          :thing="thing"
          :required="isRequired(list, field)"
          :model-value="said[field]"
          @update:model-value="emit('say', field, $event)"
        />
        <p
          v-for="fault in faultsAt(field)"
          :key="fault.reason"
          class="fault"
        >
          <Icon name="ph:warning" /> {{ fault.reason }}
        </p>
        <FindingNote
          v-for="finding in findingsOf(field)"
          :key="finding.rule + finding.sentence"
          :finding="finding"
        />
      </div>
    </div>
    <el-select
      v-if="others.length > 0"
      model-value=""
      filterable
      class="more"
      placeholder="Say more …"
      aria-label="Say more"
      @update:model-value="asked.push($event)"
    >
      <el-option
        v-for="one in others"
        :key="one.field"
        :value="one.field"
        :label="one.word"
      />
    </el-select>
  </div>
</template>

<style scoped>
.form { display: grid; gap: 2px; }
.field { display: grid; grid-template-columns: 170px minmax(0, 1fr); gap: 6px 16px; padding: 8px 0; border-top: 1px solid var(--rule); align-items: start; }
.name { padding-top: 9px; font: 600 16px/1.2 var(--label); }
.name small { display: block; margin-top: 3px; color: var(--slate); font: 400 13px/1.25 var(--text); }
i { color: var(--brass); font-style: normal; }
.fault { margin: 4px 0 0; color: var(--oxide); font-size: 15px; }
.more { margin-top: 10px; max-width: 280px; }
@media (max-width: 700px) { .field { grid-template-columns: minmax(0, 1fr); } .name { padding: 0; } }
</style>
