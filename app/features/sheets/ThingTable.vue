<script setup lang="ts">
import { computed } from 'vue'
import type { Finding } from '#core'
import FindingNote from './FindingNote.vue'
import { findingsAt } from './findings'

/** One list of a sheet as a table; what the checker says of a thing stands under its name. */
const { rows, columns, list, findings, label } = defineProps<{
  rows: readonly { key: string, name: string, cells: readonly string[] }[]
  columns: readonly string[]
  list: Finding['list']
  findings: readonly Finding[]
  label: string
}>()
const told = computed(() => rows.map(row => ({ ...row, said: findingsAt(findings, list, row.key) })))
</script>

<template>
  <el-table
    :data="told"
    row-key="key"
    :aria-label="label"
    empty-text="None in this sheet."
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
      v-for="(column, i) in columns"
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
