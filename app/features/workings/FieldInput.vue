<script setup lang="ts">
import { computed } from 'vue'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'
import type { Field } from './fields'
import RowsInput from './RowsInput.vue'

const { id, field, text, fault, understood } = defineProps<{
  id: string
  field: Field
  text: string
  fault: string | undefined
  understood: string | undefined
}>()
const emit = defineEmits<{ change: [text: string] }>()
const choices = computed(() => field.input.as === 'choice' ? field.input.choices.map(one => ({ value: one.value, label: one.name })) : [])

/** Enter goes on to the next field: hands stay on the gauge. */
function next(event: Event) {
  const inputs = [...(event.target as HTMLElement).closest('form')!.querySelectorAll<HTMLElement>('input')]
  inputs[inputs.indexOf(event.target as HTMLElement) + 1]?.focus()
}
</script>

<template>
  <div
    class="field"
    :class="{ wide: field.input.as === 'rows', bad: fault }"
  >
    <label
      :for="id"
      :class="{ block: field.input.as === 'rows' }"
    >{{ field.label }}<small v-if="field.hint"> {{ field.hint }}</small></label>
    <RowsInput
      v-if="field.input.as === 'rows'"
      :id="id"
      :label="field.label"
      :columns="field.input.columns"
      :text="text"
      @change="emit('change', $event)"
    />
    <ChoiceSelect
      v-else-if="field.input.as === 'choice'"
      :id="id"
      :model-value="text"
      :label="field.label"
      :choices="choices"
      @update:model-value="emit('change', $event)"
    />
    <el-input
      v-else
      :id="id"
      class="line"
      :model-value="text"
      inputmode="text"
      autocomplete="off"
      spellcheck="false"
      :aria-invalid="!!fault"
      :aria-describedby="fault ? `${id}-fault` : undefined"
      @focus="($event.target as HTMLInputElement).select()"
      @update:model-value="emit('change', $event)"
      @keydown.enter.prevent="next"
    >
      <template #suffix>
        <span class="unit mono">{{ field.input.unit }}</span>
      </template>
    </el-input>
    <p
      v-if="fault"
      :id="`${id}-fault`"
      class="fault"
      role="alert"
    >
      {{ fault }}
    </p>
    <p
      v-else-if="understood"
      class="understood"
    >
      understood: <span class="mono">{{ understood }}</span>
    </p>
  </div>
</template>

<style scoped>
.field { display: grid; grid-template-columns: minmax(150px, 1fr) minmax(150px, 190px); gap: 2px 12px; align-items: center; }
.field.wide { grid-template-columns: 1fr; }
label { font-size: 15px; line-height: 1.2; }
label.block { margin-top: 4px; }
label small { color: var(--slate); display: block; }
.line :deep(input) { font-family: var(--mono); font-size: 16px; text-align: right; }
.bad .line :deep(.el-input__wrapper) { border: 2px solid var(--oxide); }
.unit { min-width: 34px; color: var(--slate); font-size: 13.5px; }
.fault { grid-column: 1 / -1; color: var(--oxide); }
.understood { grid-column: 1 / -1; color: var(--slate); font-size: 13.5px; text-align: right; }
</style>
