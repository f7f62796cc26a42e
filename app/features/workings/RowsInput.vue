<script setup lang="ts">
import { computed, nextTick, ref } from 'vue'
import { joinRows, splitRows } from './fields'

const { id, label, columns, text } = defineProps<{ id: string, label: string, columns: readonly string[], text: string }>()
const emit = defineEmits<{ change: [text: string] }>()
const table = ref<HTMLElement>()
/** Always one empty row at the end, so that typing goes on without a button. */
const lines = computed(() => {
  const kept = splitRows(text)
  const whole = kept.map(row => columns.map((_, j) => row[j] ?? ''))
  return whole.at(-1)?.some(Boolean) ? [...whole, columns.map(() => '')] : whole
})

function set(row: number, column: number, cell: string) {
  const next = lines.value.map(line => [...line])
  // What parts cells and rows cannot stand in a cell.
  next[row]![column] = cell.replaceAll(/[:;]/g, '')
  while (next.length > 1 && !next.at(-1)!.some(Boolean)) next.pop()
  emit('change', joinRows(next))
}

function drop(row: number) {
  emit('change', joinRows(lines.value.filter((line, i) => i !== row && line.some(Boolean))))
}

async function enter(event: KeyboardEvent) {
  await nextTick()
  const inputs = [...table.value!.querySelectorAll('input')]
  inputs[inputs.indexOf(event.target as HTMLInputElement) + 1]?.focus()
}
</script>

<template>
  <table
    ref="table"
    class="cells"
    :aria-label="label"
  >
    <thead>
      <tr>
        <th
          v-for="column in columns"
          :key="column"
          scope="col"
        >
          {{ column }}
        </th>
        <th><span class="visually-hidden">Take away</span></th>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="(line, i) in lines"
        :key="i"
      >
        <td
          v-for="(column, j) in columns"
          :key="column"
        >
          <input
            :id="i === 0 && j === 0 ? id : undefined"
            class="mono"
            :value="line[j]"
            :aria-label="`${label}, row ${i + 1}, ${column}`"
            inputmode="decimal"
            autocomplete="off"
            @focus="($event.target as HTMLInputElement).select()"
            @input="set(i, j, ($event.target as HTMLInputElement).value)"
            @keydown.enter.prevent="enter"
          >
        </td>
        <td class="drop">
          <button
            v-if="line.some(Boolean)"
            type="button"
            :aria-label="`Take row ${i + 1} away`"
            @click="drop(i)"
          >
            <Icon name="ph:x" />
          </button>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.cells { border-collapse: collapse; width: 100%; }
th { font: 600 13px var(--label); color: var(--slate); text-align: right; padding: 2px 6px; }
td { padding: 2px 2px 2px 0; }
input { width: 100%; min-width: 60px; min-height: var(--target); border: 1px solid var(--rule-strong); background: var(--chalk); color: var(--ink); font-size: 16px; text-align: right; padding: 0 8px; }
.drop { width: 44px; }
.drop button { min-width: 44px; min-height: var(--target); background: none; border: 0; color: var(--slate); cursor: pointer; }
</style>
