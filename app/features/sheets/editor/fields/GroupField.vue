<script setup lang="ts">
import { computed } from 'vue'
import { fieldWord, type Place } from '#core'
import { emptyOf, type FieldSchema } from './field-kinds'
import FieldInput from './FieldInput.vue'

/** Fields that belong together, under one name. */
const { schema, path } = defineProps<{ schema: FieldSchema, list: Place['list'], path: string, measures?: unknown, removable?: boolean }>()
const value = defineModel<object | undefined>()
const emit = defineEmits<{ typed: [value: object | undefined] }>()
const fields = computed(() => Object.entries(schema.properties ?? {}).filter(([, one]) => one.const === undefined))
const at = (field: string) => (value.value as Record<string, unknown> | undefined)?.[field]
function withField(field: string, said: unknown) {
  const { [field]: _was, ...others } = (value.value ?? {}) as Record<string, unknown>
  const next = said === undefined ? others : { ...others, [field]: said }
  return Object.keys(next).length > 0 || (schema.required ?? []).length > 0 ? next : undefined
}
</script>

<template>
  <el-button
    v-if="value === undefined && (schema.required ?? []).length > 0"
    @click="value = emptyOf(schema) as object"
  >
    Say it
  </el-button>
  <div
    v-else
    class="group"
  >
    <div
      v-for="[field, one] in fields"
      :key="field"
      class="field"
      role="group"
      :aria-label="fieldWord(field)"
    >
      <span>{{ fieldWord(field) }}<i v-if="schema.required?.includes(field)"> *</i></span>
      <FieldInput
        :schema="one"
        :list="list"
        :path="`${path}/${field}`"
        :measures="measures"
        :required="schema.required?.includes(field)"
        :model-value="at(field)"
        @update:model-value="value = withField(field, $event)"
        @typed="emit('typed', withField(field, $event))"
      />
    </div>
    <el-button
      v-if="removable && value !== undefined"
      link
      @click="value = undefined"
    >
      Leave it out
    </el-button>
  </div>
</template>

<style scoped>
.group { display: grid; gap: 6px; border-left: 2px solid var(--rule); padding-left: 10px; }
.field { display: grid; grid-template-columns: 120px minmax(0, 1fr); gap: 8px; align-items: center; }
.field span { color: var(--slate); font-size: 15px; }
i { color: var(--brass); font-style: normal; }
</style>
