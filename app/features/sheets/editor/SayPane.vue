<script setup lang="ts">
import { computed } from 'vue'
import { fieldWord, LIST_NAMES, schemaOf } from '#core'
import ThingField from './ThingField.vue'
import UnfinishedNote from './UnfinishedNote.vue'
import type { FieldSchema } from './fields/field-kinds'
import { useDraft } from './use-draft'
import { useSaidOf } from './use-said-of'
import { useUnfinished } from './use-unfinished'

/** What the sheet says of the machine as a whole. */
const desk = useDraft()
const unfinished = useUnfinished(desk)
const saidOf = useSaidOf(() => 'sheet', () => '')
const NOT_HERE = new Set<string>(['$schema', 'format', 'key', 'revision', ...LIST_NAMES])
const fields = computed(() => Object.entries(schemaOf('sheet')!.properties as Record<string, FieldSchema>).filter(([field]) => !NOT_HERE.has(field)))
const kept = computed(() => desk.document.value as unknown as Record<string, unknown>)
const shown = computed(() => ({ ...kept.value, ...unfinished.fields.value }))
const at = (field: string, after: unknown) => ({ list: 'sheet' as const, key: '', field, before: kept.value[field], after })
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
      <ThingField
        list="sheet"
        :field="field"
        :thing="shown"
        :said="saidOf"
        @say="(name, value) => unfinished.say(at(name, value))"
        @type="(name, value) => unfinished.type(at(name, value))"
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
