<script setup lang="ts">
import { computed } from 'vue'
import type { QuantityKind, Sheet } from '#core'
import type { ReadingRow } from '#shared/wire/types'
import { inUnits } from '../../ui/in-units'
import VerdictMark from '../../ui/VerdictMark.vue'
import ReadingTrend from './ReadingTrend.vue'

/** Each position over the overhauls in figures; unfolded, drawn against its limits where the sheet is at hand. */
const { readings, sheet } = defineProps<{ readings: readonly ReadingRow[], sheet?: Sheet | undefined }>()
const MOST_JOBS = 4

const jobs = computed(() => [...new Set(readings.map(row => row.jobNumber))].sort((a, b) => b - a).slice(0, MOST_JOBS))
const rows = computed(() => {
  const lines = new Map(readings.map(row => [`${row.position} ${row.stage}`, row]))
  return [...lines].map(([key, row]) => ({ key, ...row }))
    .sort((a, b) => a.position.localeCompare(b.position) || a.stage.localeCompare(b.stage))
})
type Line = (typeof rows.value)[number]
const at = (line: Line, job: number) =>
  readings.find(row => row.jobNumber === job && row.position === line.position && row.stage === line.stage)
const show = (row: ReadingRow) => inUnits(row.value, row.quantity as QuantityKind, row.quantity === 'length' ? 3 : undefined)
const ofPosition = (line: Line) => readings.filter(row => row.position === line.position)
const positionOf = (line: Line) => sheet?.positions.find(position => position.key === line.position)
</script>

<template>
  <section class="plate card">
    <h2>Readings across overhauls</h2>
    <p class="quiet">
      Mean of each position; the newest overhaul first.
    </p>
    <el-table
      :data="rows"
      row-key="key"
      aria-label="Readings across overhauls"
    >
      <el-table-column
        type="expand"
        width="44"
      >
        <template #default="{ row }">
          <ReadingTrend
            :readings="ofPosition(row as Line)"
            :position="positionOf(row as Line)"
          />
        </template>
      </el-table-column>
      <el-table-column
        label="Position"
        prop="positionName"
        min-width="250"
      />
      <el-table-column
        label="Stage"
        prop="stage"
        width="92"
        class-name="quiet"
      />
      <el-table-column
        v-for="job in jobs"
        :key="job"
        :label="`Job ${job}`"
        min-width="190"
        align="right"
      >
        <template #default="{ row }">
          <span
            v-if="at(row as Line, job)"
            class="cell"
          ><VerdictMark :verdict="at(row as Line, job)!.verdict" /> <span class="mono">{{ show(at(row as Line, job)!) }}</span></span>
          <span
            v-else
            class="quiet"
          >—</span>
        </template>
      </el-table-column>
    </el-table>
  </section>
</template>

<style scoped>
.card { padding: 18px 22px; }
.cell { display: inline-grid; grid-template-columns: auto minmax(92px, auto); gap: 12px; align-items: center; }
</style>
