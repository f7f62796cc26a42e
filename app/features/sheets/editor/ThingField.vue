<script setup lang="ts">
import { computed } from 'vue'
import { isRequired, schemaOf, type Place } from '#core'
import FieldInput from './fields/FieldInput.vue'
import type { FieldSchema } from './fields/field-kinds'
import SaidNote from './SaidNote.vue'
import type { SaidHere } from './use-said-of'

/** A field of a thing, or of the sheet itself, and under it what the checker says of it. */
const { list, field, thing, said } = defineProps<{ list: Place['list'], field: string, thing: object, said: readonly SaidHere[] }>()
const emit = defineEmits<{ say: [field: string, value: unknown], type: [field: string, value: unknown] }>()
const fields = computed(() => thing as Record<string, unknown>)
const schema = computed(() => (schemaOf(list)!.properties as Record<string, FieldSchema>)[field]!)
</script>

<template>
  <div>
    <FieldInput
      :schema="schema"
      :list="list"
      :path="field"
      :measures="fields.quantity"
      :required="isRequired(list, field)"
      :model-value="fields[field]"
      @update:model-value="emit('say', field, $event)"
      @typed="emit('type', field, $event)"
    />
    <SaidNote
      v-for="one in said.filter(one => one.place.field === field)"
      :key="one.text"
      :said="one"
    />
  </div>
</template>
