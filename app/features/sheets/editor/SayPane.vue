<script setup lang="ts">
import { computed } from 'vue'
import { fieldWord, isRequired, LIST_NAMES, schemaOf } from '#core'
import FieldInput from './fields/FieldInput.vue'
import UnfinishedNote from './UnfinishedNote.vue'
import type { FieldSchema } from './fields/field-kinds'
import { useDraft } from './use-draft'
import { useUnfinished } from './use-unfinished'

/** What the sheet says of the machine as a whole. */
const { document, act } = useDraft()
const unfinished = useUnfinished(act)
const NOT_HERE = new Set<string>(['$schema', 'format', 'key', 'revision', ...LIST_NAMES])
const fields = computed(() => Object.entries(schemaOf('sheet')!.properties as Record<string, FieldSchema>).filter(([field]) => !NOT_HERE.has(field)))
const said = computed(() => ({ ...document.value as unknown as Record<string, unknown>, ...unfinished.fields.value }))
const kept = (field: string) => (document.value as unknown as Record<string, unknown>)[field]
</script>

<template>
  <div>
    <div
      v-for="[field, schema] in fields"
      :key="field"
      class="field"
      role="group"
      :aria-label="fieldWord(field)"
    >
      <div class="name">
        {{ fieldWord(field) }}
        <small v-if="schema.description">{{ schema.description }}</small>
      </div>
      <FieldInput
        :schema="schema"
        list="sheet"
        :path="field"
        :required="isRequired('sheet', field)"
        :model-value="said[field]"
        @update:model-value="unfinished.say({ list: 'sheet', key: '', field, before: kept(field), after: $event })"
      />
    </div>
    <UnfinishedNote :words="unfinished.words.value" />
  </div>
</template>

<style scoped>
.field { display: grid; grid-template-columns: 220px minmax(0, 1fr); gap: 6px 16px; padding: 9px 0; border-top: 1px solid var(--rule); max-width: 900px; }
.name { padding-top: 9px; font: 600 16px/1.2 var(--label); }
.name small { display: block; margin-top: 3px; color: var(--slate); font: 400 13px/1.25 var(--text); }
</style>
