<script setup lang="ts">
import { computed } from 'vue'
import { causeName, type Agreement } from '#core'
import type { DryRunAnswer, RuleCase } from '#shared/wire/types'

/** What rules that are tried would have said of past failures, beside those that stand. */
const { answer } = defineProps<{ answer: DryRunAnswer }>()
const moved = computed(() => answer.cases.filter(({ standing: before, tried: after }) => before !== after))
const sum = (lines: readonly Agreement[], of: 'written' | 'first' | 'firstThree') => lines.reduce((all, line) => all + line[of], 0)
</script>

<template>
  <p role="status">
    <strong class="mono">{{ sum(answer.tried, 'first') }}</strong> of <span class="mono">{{ sum(answer.tried, 'written') }}</span> first, before <span class="mono">{{ sum(answer.standing, 'first') }}</span>; among the first three <strong class="mono">{{ sum(answer.tried, 'firstThree') }}</strong>, before <span class="mono">{{ sum(answer.standing, 'firstThree') }}</span>.<template v-if="!answer.isAll">
      The newest only.
    </template>
  </p>
  <el-table
    :data="moved"
    row-key="job"
    empty-text="No written cause changes its place."
    aria-label="Failures whose cause changes its place"
  >
    <el-table-column
      label="Job"
      width="90"
    >
      <template #default="{ row }">
        <NuxtLink :to="`/jobs/${row.job}/clock`">
          {{ row.number }}
        </NuxtLink>
      </template>
    </el-table-column>
    <el-table-column
      prop="tag"
      label="Machine"
      width="110"
    />
    <el-table-column
      label="Written cause"
      min-width="220"
    >
      <template #default="{ row }">
        {{ causeName(row.cause) }}
      </template>
    </el-table-column>
    <el-table-column
      label="Place: before → tried"
      align="right"
      width="200"
    >
      <template #default="{ row }">
        <span class="mono">{{ (row as RuleCase).standing }} → {{ (row as RuleCase).tried }}</span>
      </template>
    </el-table-column>
  </el-table>
</template>
