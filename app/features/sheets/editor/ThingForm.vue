<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { fieldWord, isRequired, schemaOf, type ListName } from '#core'
import type { FieldSchema } from './fields/field-kinds'
import { FIRST_FIELDS, NOT_BY_HAND } from './first-fields'
import SaidNote from './SaidNote.vue'
import ThingField from './ThingField.vue'
import type { SaidHere } from './use-said-of'

/** All fields of one thing: those that are said and those most things of its list say, then the others by choice. */
const { list, thing, said } = defineProps<{ list: ListName, thing: object, said: readonly SaidHere[] }>()
const emit = defineEmits<{ say: [field: string, value: unknown], type: [field: string, value: unknown] }>()

const properties = computed(() => schemaOf(list)!.properties as Record<string, FieldSchema>)
const values = computed(() => thing as Record<string, unknown>)
const asked = ref<string[]>([])
watch(() => values.value.key, () => { asked.value = [] })
const fields = computed(() => Object.keys(properties.value)
  .filter(field => !NOT_BY_HAND.has(field)
    && (values.value[field] !== undefined || FIRST_FIELDS[list]?.includes(field) || isRequired(list, field) || asked.value.includes(field))))
const others = computed(() => Object.keys(properties.value)
  .filter(field => !fields.value.includes(field) && !NOT_BY_HAND.has(field))
  .map(field => ({ field, word: fieldWord(field) }))
  .sort((a, b) => a.word.localeCompare(b.word)))
</script>

<template>
  <div class="form">
    <SaidNote
      v-for="one in said.filter(({ place }) => !fields.includes(place.field ?? ''))"
      :key="one.text"
      :said="one"
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
      <ThingField
        :list="list"
        :field="field"
        :thing="thing"
        :said="said"
        @say="(name, value) => emit('say', name, value)"
        @type="(name, value) => emit('type', name, value)"
      />
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
.more { margin-top: 10px; max-width: 280px; }
@media (max-width: 700px) { .field { grid-template-columns: minmax(0, 1fr); } .name { padding: 0; } }
</style>
