<script setup lang="ts">
import type { Agreement } from '#core'

/** How often the rules of their time had the written cause first, by family of machine. */
defineProps<{ agreed: Agreement[] }>()
const share = (part: number, whole: number) => whole === 0 ? '' : `${Math.round(part / whole * 100)} %`
</script>

<template>
  <section aria-labelledby="agreed-head">
    <h2 id="agreed-head">
      Written cause and rules
    </h2>
    <el-table
      :data="agreed"
      row-key="family"
      empty-text="How often the rules had the written cause first stands here, once an overhaul has closed with a cause from the list."
      aria-label="How often the rules had the written cause first"
    >
      <el-table-column
        prop="family"
        label="Family"
        min-width="200"
      />
      <el-table-column
        prop="written"
        label="Causes written"
        align="right"
        width="140"
      />
      <el-table-column
        label="Ranked first"
        align="right"
        width="140"
      >
        <template #default="{ row }">
          {{ row.first }} <small>{{ share(row.first, row.written) }}</small>
        </template>
      </el-table-column>
      <el-table-column
        label="Among the first three"
        align="right"
        width="190"
      >
        <template #default="{ row }">
          {{ row.firstThree }} <small>{{ share(row.firstThree, row.written) }}</small>
        </template>
      </el-table-column>
    </el-table>
  </section>
</template>

<style scoped>
h2 { font-size: 21px; margin-bottom: 6px; }
small { color: var(--slate); }
</style>
