<script setup lang="ts">
import { computed } from 'vue'
import type { QuantityKind } from '#core'
import type { ReadingRow } from '#shared/wire/types'
import { inUnits } from '../../ui/both-units'
import VerdictMark from '../../ui/VerdictMark.vue'

const { readings } = defineProps<{ readings: readonly ReadingRow[] }>()

const jobs = computed(() => [...new Set(readings.map(row => row.jobNumber))].sort((a, b) => b - a).slice(0, 4))
const rows = computed(() => {
  const names = new Map(readings.map(row => [`${row.position} ${row.stage}`, row]))
  return [...names.values()].sort((a, b) => a.position.localeCompare(b.position) || a.stage.localeCompare(b.stage))
})
const at = (row: ReadingRow, job: number) => readings.find(r => r.jobNumber === job && r.position === row.position && r.stage === row.stage)
const show = (row: ReadingRow) => inUnits(row.value, row.quantity as QuantityKind, row.quantity === 'length' ? 3 : undefined)
</script>

<template>
  <section class="plate card">
    <h2>Readings across overhauls</h2>
    <p class="quiet">
      Mean of each position; the newest overhaul first.
    </p>
    <div class="scroll">
      <table class="ruled">
        <thead>
          <tr>
            <th>Position</th><th>Stage</th><th
              v-for="job in jobs"
              :key="job"
              class="num"
            >
              Job {{ job }}
            </th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="row in rows"
            :key="row.position + row.stage"
          >
            <td>{{ row.positionName }}</td>
            <td class="quiet stage">
              {{ row.stage }}
            </td>
            <td
              v-for="job in jobs"
              :key="job"
              class="num"
            >
              <span
                v-if="at(row, job)"
                class="cell"
              ><VerdictMark :verdict="at(row, job)!.verdict" /> <span>{{ show(at(row, job)!) }}</span></span>
              <span
                v-else
                class="quiet"
              >—</span>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
.card { padding: 18px 22px; }
.scroll { overflow-x: auto; margin-top: 8px; }
.stage { white-space: nowrap; }
.cell { display: inline-grid; grid-template-columns: auto minmax(92px, auto); gap: 12px; align-items: center; }
</style>
