<script setup lang="ts">
import { computed } from 'vue'
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
const choices = computed(() => field.input.as === 'choice' ? field.input.choices : [])

/** Enter goes on to the next field: hands stay on the gauge. */
function next(event: KeyboardEvent) {
  const inputs = [...(event.target as HTMLElement).closest('form')!.querySelectorAll<HTMLElement>('input, select')]
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
    <select
      v-else-if="field.input.as === 'choice'"
      :id="id"
      :value="text"
      @change="emit('change', ($event.target as HTMLSelectElement).value)"
    >
      <option
        v-for="one in choices"
        :key="one.value"
        :value="one.value"
      >
        {{ one.name }}
      </option>
    </select>
    <span
      v-else
      class="line"
    >
      <input
        :id="id"
        class="mono"
        :value="text"
        inputmode="text"
        autocomplete="off"
        spellcheck="false"
        :aria-invalid="!!fault"
        :aria-describedby="fault ? `${id}-fault` : undefined"
        @focus="($event.target as HTMLInputElement).select()"
        @input="emit('change', ($event.target as HTMLInputElement).value)"
        @keydown.enter.prevent="next"
      >
      <span class="unit mono">{{ field.input.unit }}</span>
    </span>
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
.line { display: grid; grid-template-columns: 1fr auto; align-items: center; border: 1px solid var(--rule-strong); background: var(--chalk); min-height: var(--target); }
.line:focus-within { outline: 2px solid var(--scribe); outline-offset: -1px; }
.bad .line { border: 2px solid var(--oxide); }
input { min-width: 0; min-height: calc(var(--target) - 4px); border: 0; background: none; color: var(--ink); font-size: 16px; text-align: right; padding: 0 6px; outline: none; }
.unit { min-width: 34px; padding-right: 10px; color: var(--slate); font-size: 13.5px; }
select { min-height: var(--target); border: 1px solid var(--rule-strong); background: var(--chalk); color: var(--ink); font-size: 15px; padding: 0 8px; min-width: 0; width: 100%; }
.fault { grid-column: 1 / -1; color: var(--oxide); }
.understood { grid-column: 1 / -1; color: var(--slate); font-size: 13.5px; text-align: right; }
</style>
