<script setup lang="ts">
import { computed } from 'vue'
import type { QuantityKind, Sheet } from '#core'
import type { PositionTrend, WearAnswer } from '#shared/wire/fleet'
import type { ReadingRow } from '#shared/wire/types'
import { bandInWords } from '../../ui/due-words'
import { inUnits } from '../../ui/in-units'
import LimitNeedle from '../../ui/LimitNeedle.vue'
import VerdictMark from '../../ui/VerdictMark.vue'
import WorkingLines from '../../ui/WorkingLines.vue'
import WearTrend from './WearTrend.vue'

/** Each position over the overhauls in figures, with when it comes to its limit; unfolded, drawn over the hours of the machine. */
const { readings, wear, sheet } = defineProps<{ readings: readonly ReadingRow[], wear: WearAnswer | null, sheet?: Sheet | undefined }>()
const MOST_JOBS = 3

const jobs = computed(() => [...new Set(readings.map(row => row.jobNumber))].sort((a, b) => b - a).slice(0, MOST_JOBS))
interface Line { key: string, name: string, rows: ReadingRow[], wear: PositionTrend | undefined }
const lines = computed((): Line[] => {
  const byPosition = new Map<string, ReadingRow[]>()
  for (const row of readings) byPosition.set(row.position, [...byPosition.get(row.position) ?? [], row])
  const known = new Map(wear?.positions.map(one => [one.position, one]))
  const soonest = ({ wear: one }: Line) => one?.reach?.lowHours ?? Infinity
  return [...byPosition].map(([key, rows]) => ({ key, name: rows[0]!.positionName, rows, wear: known.get(key) }))
    .sort((a, b) => soonest(a) - soonest(b) || a.name.localeCompare(b.name))
})
const at = ({ rows }: Line, job: number) => (['as-found', 'as-left'] as const).flatMap(stage =>
  rows.find(row => row.jobNumber === job && row.stage === stage) ?? [])
const show = (row: ReadingRow) => inUnits(row.value, row.quantity as QuantityKind, row.quantity === 'length' ? 3 : undefined)
const limitsOf = (line: Line) => sheet?.positions.find(position => position.key === line.key)?.limits
const percent = (share: number) => `${Math.round(share * 100)} % of the way from new to its limit`
</script>

<template>
  <section class="plate card">
    <h2>Wear, and readings across overhauls</h2>
    <p class="quiet">
      What comes to its limit first stands first; the months are those between which eight of ten would. Mean of each position, the newest overhaul first.
    </p>
    <el-table
      :data="lines"
      row-key="key"
      aria-label="Wear, and readings across overhauls"
    >
      <el-table-column
        type="expand"
        width="44"
      >
        <template #default="{ row }">
          <template v-if="(row as Line).wear">
            <WearTrend
              :wear="(row as Line).wear!"
              :now-hours="wear!.nowHours"
              :limits="limitsOf(row as Line)"
            />
            <p
              v-if="(row as Line).wear!.help"
              class="said quiet"
            >
              When it comes to its limit cannot be told. {{ (row as Line).wear!.help }}
            </p>
            <p
              v-if="(row as Line).wear!.line?.differs"
              class="said differs"
            >
              <Icon name="ph:warning-diamond" /> It wears otherwise than its sisters do: its line goes by its own readings. Ask why.
            </p>
            <div
              v-if="(row as Line).wear!.line"
              class="said"
            >
              <p
                v-if="(row as Line).wear!.line!.weight < 0.995"
                class="quiet"
              >
                {{ Math.round((row as Line).wear!.line!.weight * 100) }} % of its slope is this machine’s own, the rest its sisters’.
              </p>
              <WorkingLines :lines="(row as Line).wear!.line!.working" />
            </div>
          </template>
          <p
            v-else
            class="said quiet"
          >
            A line is drawn once an overhaul with it has closed.
          </p>
        </template>
      </el-table-column>
      <el-table-column
        label="Position"
        prop="name"
        min-width="220"
      />
      <el-table-column
        label="At its limit"
        min-width="180"
      >
        <template #default="{ row }">
          <span
            v-if="(row as Line).wear?.reach && !(row as Line).wear!.help"
            class="limit"
          >
            <LimitNeedle
              v-if="(row as Line).wear!.share !== null"
              :share="(row as Line).wear!.share!"
              :label="percent((row as Line).wear!.share!)"
            />
            <span class="mono">{{ bandInWords((row as Line).wear!.reach!) }}</span>
          </span>
          <span
            v-else
            class="quiet"
          >{{ (row as Line).wear?.help ? 'cannot be told' : '—' }}</span>
        </template>
      </el-table-column>
      <el-table-column
        v-for="job in jobs"
        :key="job"
        :label="`Job ${job}`"
        min-width="212"
        align="right"
      >
        <template #default="{ row }">
          <span
            v-for="reading in at(row as Line, job)"
            :key="reading.stage"
            class="cell"
          ><span class="stage quiet">{{ reading.stage === 'as-found' ? 'found' : 'left' }}</span><VerdictMark :verdict="reading.verdict" /> <span class="mono">{{ show(reading) }}</span></span>
          <span
            v-if="at(row as Line, job).length === 0"
            class="quiet"
          >—</span>
        </template>
      </el-table-column>
    </el-table>
  </section>
</template>

<style scoped>
.card { padding: 18px 22px; }
.cell { display: grid; grid-template-columns: 40px minmax(52px, auto) 1fr; gap: 8px; align-items: center; white-space: nowrap; }
.stage { font-size: 13px; text-align: left; }
.limit { display: flex; flex-direction: column; gap: 4px; }
.said { margin: 4px 14px 10px; }
.differs { color: var(--brass); font-weight: 500; }
</style>
