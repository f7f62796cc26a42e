<script setup lang="ts" generic="Row extends { title: string }">
import { capital } from '#core'
import type { SheetSaid } from '#shared/wire/drafts'
import { moment } from '../../ui/moment'
import SaidCell from './SaidCell.vue'

/** Sheets or drafts: which machine, how much of it there is, what the checker says, and since when it stands so. */
defineProps<{
  rows: Row[]
  /** The field by which its page and what is said of it are found. */
  by: keyof Row & string
  path: string
  figures: readonly (keyof Row & string)[]
  said: Readonly<Record<string, SheetSaid | null>> | undefined
  since: keyof Row & string
  sinceWord: string
}>()
const WIDTH: Readonly<Record<string, number>> = { positions: 96, revision: 88 }
</script>

<template>
  <el-table
    :data="rows"
    :row-key="by"
  >
    <template #empty>
      <slot name="empty" />
    </template>
    <el-table-column
      label="Machine"
      min-width="220"
    >
      <template #default="{ row }">
        <NuxtLink
          class="name"
          :to="`${path}/${row[by]}`"
        >
          {{ row.title }}
        </NuxtLink>
      </template>
    </el-table-column>
    <slot />
    <el-table-column
      v-for="field in figures"
      :key="field"
      :label="capital(field)"
      :prop="field"
      :width="WIDTH[field] ?? 72"
      align="right"
      class-name="mono"
    />
    <el-table-column
      label="Findings"
      min-width="136"
    >
      <template #default="{ row }">
        <SaidCell :said="said?.[row[by]]" />
      </template>
    </el-table-column>
    <slot name="last" />
    <el-table-column
      :label="sinceWord"
      width="150"
    >
      <template #default="{ row }">
        <span class="quiet">{{ moment(row[since]) }}</span>
      </template>
    </el-table-column>
  </el-table>
</template>

<style scoped>
.name { display: inline-flex; align-items: center; min-height: 44px; font: 600 18px/1.2 var(--label); }
</style>
