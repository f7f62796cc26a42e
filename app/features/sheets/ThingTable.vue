<script setup lang="ts">
import { computed } from 'vue'
import type { Finding } from '#core'
import FindingNote from './FindingNote.vue'
import { findingsAt } from './findings'
import type { SheetTable } from './sheet-tables'

/** One list of a sheet as a table; what the checker says of a thing stands under its name. */
const { table, findings } = defineProps<{ table: SheetTable, findings: readonly Finding[] }>()
const told = computed(() => table.rows.map(row => ({ ...row, said: findingsAt(findings, table.list, row.key) })))
</script>

<template>
  <el-table
    :data="told"
    row-key="key"
    :aria-label="table.title"
  >
    <el-table-column
      label="Name"
      min-width="220"
    >
      <template #default="{ row }">
        <strong>{{ row.name }}</strong>
        <FindingNote
          v-for="finding in row.said as Finding[]"
          :key="finding.rule + finding.sentence"
          :finding="finding"
        />
      </template>
    </el-table-column>
    <el-table-column
      v-for="(column, i) in table.columns"
      :key="column"
      :label="column"
      min-width="130"
    >
      <template #default="{ row }">
        {{ row.cells[i] }}
      </template>
    </el-table-column>
  </el-table>
</template>
