<script setup lang="ts">
import { computed } from 'vue'
import type { Finding } from '#core'
import FindingNote from './FindingNote.vue'
import { findingsAt } from './findings'
import type { SheetTable } from './sheet-tables'

/**
 * One list of a sheet as a table; what the checker says of a thing stands under its name; a row opens its thing where somebody may write
 * it.
 */
const { table, findings } = defineProps<{ table: SheetTable, findings: readonly Finding[], canOpen?: boolean }>()
const emit = defineEmits<{ open: [key: string] }>()
const told = computed(() => table.rows.map(row => ({ ...row, said: findingsAt(findings, table.list, row.key) })))
</script>

<template>
  <el-table
    :data="told"
    row-key="key"
    :aria-label="table.title"
    empty-text="Nothing here yet."
    @row-click="(row: { key: string }) => canOpen && emit('open', row.key)"
  >
    <el-table-column
      label="Name"
      min-width="220"
    >
      <template #default="{ row }">
        <button
          v-if="canOpen"
          class="open"
        >
          {{ row.name }}
        </button>
        <strong v-else>{{ row.name }}</strong>
        <FindingNote
          v-for="finding in row.said as Finding[]"
          :key="finding.rule + finding.sentence"
          :finding="finding"
        />
      </template>
    </el-table-column>
    <el-table-column
      v-for="(column, i) in table.columns"
      :key="table.list + column"
      :label="column"
      min-width="130"
    >
      <template #default="{ row }">
        {{ row.cells[i] }}
      </template>
    </el-table-column>
  </el-table>
</template>

<style scoped>
.open {
  padding: 8px 0; border: 0; background: none; text-align: left; font: 600 16px/1.25 var(--text); color: var(--ink);
  cursor: pointer;
}
</style>
