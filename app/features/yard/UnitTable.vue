<script setup lang="ts">
import { computed } from 'vue'
import { thousands } from '#core'
import type { YardSort } from '#shared/wire/yard'
import type { UnitRow } from '#shared/wire/types'
import { kitInWords } from '../../ui/kit-words'
import { bandInWords, DUE_WORDS, dueIn } from '../../ui/due-words'
import LimitNeedle from '../../ui/LimitNeedle.vue'
import OpenJob from './OpenJob.vue'

/** The units of the shop, ten or ten thousand: only the rows in sight are there. */
const { units, siteNames, sort } = defineProps<{
  units: readonly UnitRow[], siteNames: Record<string, string>, sort: { by: YardSort | undefined, desc: boolean }
}>()
const emit = defineEmits<{ end: [], sort: [by: YardSort] }>()

const [PHONE_PX, NARROW_PX] = [560, 860]
const [ROW_PX, PHONE_ROW_PX] = [58, 84]
const columns = (isNarrow: boolean) => [
  { key: 'tag', title: 'Tag', width: 100, sortable: true },
  { key: 'name', title: 'Unit', width: 150, flexGrow: 3 },
  ...isNarrow ? [] : [{ key: 'limit', title: 'Nearest limit', width: 290, flexGrow: 2, sortable: true }],
  { key: 'due', title: 'Due', width: 132, sortable: true },
  ...isNarrow ? [] : [{ key: 'hours', title: 'Hours', width: 92, align: 'right' as const, sortable: true }],
  { key: 'bench', title: 'On the bench', width: 270, flexGrow: 2, class: 'bench' },
].map(column => ({ ...column, dataKey: column.key }))
const [WIDE, NARROW] = [columns(false), columns(true)]
/** On a telephone a row holds two things: which unit, and where it stands. */
const PHONE = [
  { key: 'unit', title: 'Unit', width: 130, flexGrow: 1, dataKey: 'tag' },
  { key: 'bench', title: 'On the bench', width: 196, dataKey: 'tag', class: 'bench' },
]
const columnsFor = (width: number) => width < PHONE_PX ? PHONE : width < NARROW_PX ? NARROW : WIDE
const sortBy = computed(() => ({ key: sort.by ?? '', order: sort.desc ? 'desc' : 'asc' }) as never)

/** What a row says is worked out once a row, not at each look of its cells. */
const rows = computed(() => units.map(({ outlook, planned, ...unit }) => ({
  ...unit, due: { ...dueIn(outlook?.dueDay), why: outlook?.dueReason ? DUE_WORDS[outlook.dueReason] : '', what: outlook?.dueWhat ?? '' },
  plan: planned ? { day: planned.day, kit: planned.kit ? kitInWords(planned.kit).text : '' } : null,
  open: outlook ? openInWords(outlook) : '',
  limit: outlook?.positionName ? { name: outlook.positionName, share: outlook.share, band: bandInWords(outlook) } : null,
})))
const openInWords = ({ concessions, openFindings }: { concessions: number, openFindings: number }) => [
  concessions > 0 && (concessions === 1 ? 'a concession' : `${concessions} concessions`), openFindings > 0 && (openFindings === 1 ? 'a finding open' : `${openFindings} findings open`),
].filter(Boolean).join(', ')
const hours = ({ runningHours }: UnitRow) => runningHours ? thousands(runningHours) : '—'
const percent = (share: number) => `${Math.round(share * 100)} % of the way to its limit`
</script>

<template>
  <div class="plate units">
    <el-auto-resizer>
      <template #default="{ width, height }">
        <el-table-v2
          v-if="width"
          :columns="columnsFor(width)"
          :data="rows"
          :width="width"
          :height="height"
          :row-height="width < PHONE_PX ? PHONE_ROW_PX : ROW_PX"
          :header-height="40"
          row-key="tag"
          :sort-by="sortBy"
          aria-label="Units"
          @column-sort="({ key }: { key: PropertyKey }) => emit('sort', key as YardSort)"
          @end-reached="emit('end')"
        >
          <!-- No component of its own for a cell: on a slow tablet a hundred of them are half the time to the first row. -->
          <template #cell="{ column, rowData: unit }">
            <NuxtLink
              v-if="column.key === 'tag'"
              class="tag mono"
              :to="`/units/${unit.tag}`"
            >
              {{ unit.tag }}
            </NuxtLink>
            <div
              v-else-if="column.key === 'unit'"
              class="unit"
            >
              <NuxtLink
                class="tag mono"
                :to="`/units/${unit.tag}`"
              >
                {{ unit.tag }}
              </NuxtLink>
              <span
                class="due"
                :class="unit.due.state"
              >{{ unit.due.text }}</span>
              <span class="words">{{ unit.name }}</span>
            </div>
            <span
              v-else-if="column.key === 'name'"
              class="named"
            ><Icon
              v-if="unit.isCritical"
              name="ph:star-four-fill"
              title="Nobody can do without it"
              class="critical"
            />{{ unit.name }}<small class="words one quiet">{{ unit.family }}, {{ siteNames[unit.site] ?? unit.site }}</small><small
              v-if="unit.open"
              class="opened"
            ><Icon name="ph:eye" /> {{ unit.open }}</small></span>
            <span
              v-else-if="column.key === 'limit' && unit.limit"
              class="limit"
            >
              <LimitNeedle
                v-if="unit.limit.share !== null"
                :share="unit.limit.share"
                :label="percent(unit.limit.share)"
              />
              <span class="mono band">{{ unit.limit.band }}</span>
              <span class="words one quiet">{{ unit.limit.name }}</span>
            </span>
            <span
              v-else-if="column.key === 'hours'"
              class="mono"
            >{{ hours(unit) }}</span>
            <span
              v-else-if="column.key === 'due'"
              class="due"
              :class="unit.due.state"
              :title="unit.due.what"
            >
              <Icon
                v-if="unit.due.state !== 'far'"
                :name="unit.due.state === 'late' ? 'ph:warning-diamond' : 'ph:clock'"
              />
              {{ unit.due.text }}<small class="quiet">{{ unit.due.why }}</small>
            </span>
            <OpenJob
              v-else-if="column.key === 'bench' && unit.openJob"
              :tag="unit.tag"
              :job="unit.openJob"
            />
            <span
              v-else-if="column.key === 'bench' && unit.plan"
              class="small"
            ><Icon name="ph:calendar-blank" /> planned <span class="mono">{{ unit.plan.day }}</span><small class="quiet">{{ unit.plan.kit }}</small></span>
            <span
              v-else-if="column.key === 'bench' && !unit.hasSheet"
              class="quiet small"
            >no sheet yet</span>
          </template>
        </el-table-v2>
      </template>
    </el-auto-resizer>
  </div>
</template>

<style scoped>
.units { flex: 1; min-height: 320px; }
.words { display: -webkit-box; -webkit-box-orient: vertical; -webkit-line-clamp: 2; overflow: hidden; line-height: 1.2; }
.tag { display: inline-flex; align-items: center; min-height: 44px; font-weight: 500; font-size: 15px; white-space: nowrap; }
.named { line-height: 1.2; min-width: 0; }
.named small, .due small { font-weight: 400; font-size: 13px; }
.due small { display: block; }
.critical { color: var(--brass); margin-right: 6px; vertical-align: -2px; }
.one { -webkit-line-clamp: 1; }
.limit { display: grid; grid-template-columns: 100px 1fr; gap: 2px 12px; align-items: center; min-width: 0; }
.limit .band { font-size: 13px; white-space: nowrap; }
.limit .words { grid-column: 1 / -1; font-size: 13px; }
.limit:not(:has(svg)) .band { grid-column: 1 / -1; }
.due { white-space: nowrap; }
.due svg { vertical-align: -2px; }
.due.late { color: var(--oxide); font-weight: 600; }
/* Brass on the row under the pointer would be too faint for text. */
.due.soon { font-weight: 600; }
.due.soon svg { color: var(--brass); }
.unit { display: grid; grid-template-columns: auto 1fr; gap: 0 10px; align-items: center; font-size: 14px; }
.unit .due { text-align: right; }
.unit .words { grid-column: 1 / -1; -webkit-line-clamp: 1; }
.small { font-size: 13px; line-height: 1.3; }
.small small { display: block; }
</style>
