<script setup lang="ts">
import { computed } from 'vue'
import { isRequired, placeOfPointer, schemaOf, type Finding, type ListName, type SheetFault } from '#core'
import FindingNote from '../FindingNote.vue'
import FieldInput from './fields/FieldInput.vue'
import type { FieldSchema } from './fields/field-kinds'

/** A field of a thing, and under it what the checker says of it. */
const { list, field, thing, faults, findings } = defineProps<{
  list: ListName, field: string, thing: object, faults: readonly SheetFault[], findings: readonly Finding[]
}>()
const emit = defineEmits<{ say: [field: string, value: unknown] }>()
const said = computed(() => thing as Record<string, unknown>)
const schema = computed(() => (schemaOf(list)!.properties as Record<string, FieldSchema>)[field]!)
</script>

<template>
  <div>
    <FieldInput
      :schema="schema"
      :list="list"
      :path="field"
      :measures="said.quantity"
      :required="isRequired(list, field)"
      :model-value="said[field]"
      @update:model-value="emit('say', field, $event)"
    />
    <p
      v-for="fault in faults.filter(({ place }) => placeOfPointer(place).field === field)"
      :key="fault.reason"
      class="fault"
    >
      <Icon name="ph:warning" /> {{ fault.reason }}
    </p>
    <FindingNote
      v-for="finding in findings.filter(one => one.field === field)"
      :key="finding.rule + finding.sentence"
      :finding="finding"
    />
  </div>
</template>

<style scoped>
.fault { margin: 4px 0 0; color: var(--oxide); font-size: 15px; }
</style>
