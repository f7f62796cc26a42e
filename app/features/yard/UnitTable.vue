<script setup lang="ts">
import { computed } from 'vue'
import type { UnitRow } from '#shared/wire/types'
import OpenJob from './OpenJob.vue'

/** The units of the shop, ten or ten thousand: only the rows in sight are there. */
const { units, siteNames } = defineProps<{ units: readonly UnitRow[], siteNames: Record<string, string> }>()
const emit = defineEmits<{ end: [] }>()

const [PHONE_PX, NARROW_PX] = [560, 860]
const [ROW_PX, PHONE_ROW_PX] = [54, 84]
const columns = (isNarrow: boolean) => [
  { key: 'tag', title: 'Tag', width: 104 },
  { key: 'name', title: 'Unit', width: 150, flexGrow: 3 },
  ...isNarrow
    ? []
    : [{ key: 'family', title: 'Kind', width: 150, flexGrow: 2 }, { key: 'site', title: 'Site', width: 140, flexGrow: 1 }],
  { key: 'hours', title: 'Hours', width: 88, align: 'right' as const },
  { key: 'due', title: 'Due', width: 104 },
  { key: 'bench', title: 'On the bench', width: 290, flexGrow: 3, class: 'bench' },
].map(column => ({ ...column, dataKey: column.key }))
const [WIDE, NARROW] = [columns(false), columns(true)]
/** On a telephone a row holds two things: which unit, and where it stands. */
const PHONE = [
  { key: 'unit', title: 'Unit', width: 130, flexGrow: 1, dataKey: 'tag' },
  { key: 'bench', title: 'On the bench', width: 196, dataKey: 'tag', class: 'bench' },
]
const columnsFor = (width: number) => width < PHONE_PX ? PHONE : width < NARROW_PX ? NARROW : WIDE

const DAY_MS = 86_400_000
/** The due day in words, and whether it needs somebody now. */
function due(day: string | null): { text: string, state: 'late' | 'soon' | 'far' } {
  if (!day) return { text: 'no date', state: 'far' }
  const days = Math.round((Date.parse(day) - Date.now()) / DAY_MS)
  if (days < 0) return { text: `${-days} d late`, state: 'late' }
  return { text: `in ${days} d`, state: days <= 14 ? 'soon' : 'far' }
}
/** The due day is worked out once a row, not at each look of its cells. */
const rows = computed(() => units.map(unit => ({ ...unit, due: due(unit.nextDue) })))
const hours = ({ runningHours }: UnitRow) => runningHours ? runningHours.toLocaleString('en').replaceAll(',', '\u202f') : '—'
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
          aria-label="Units"
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
              class="words"
            >{{ unit.name }}</span>
            <span
              v-else-if="column.key === 'family'"
              class="quiet words"
            >{{ unit.family }}</span>
            <span
              v-else-if="column.key === 'site'"
              class="quiet words"
            >{{ siteNames[unit.site] ?? unit.site }}</span>
            <span
              v-else-if="column.key === 'hours'"
              class="mono"
            >{{ hours(unit) }}</span>
            <span
              v-else-if="column.key === 'due'"
              class="due"
              :class="unit.due.state"
            >
              <Icon
                v-if="unit.due.state !== 'far'"
                :name="unit.due.state === 'late' ? 'ph:warning-diamond' : 'ph:clock'"
              />
              {{ unit.due.text }}
            </span>
            <OpenJob
              v-else-if="unit.openJob"
              :tag="unit.tag"
              :job="unit.openJob"
            />
            <span
              v-else-if="!unit.hasSheet"
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
.due { white-space: nowrap; }
.due svg { vertical-align: -2px; }
.due.late { color: var(--oxide); font-weight: 600; }
.due.soon { color: var(--brass); font-weight: 600; }
.unit { display: grid; grid-template-columns: auto 1fr; gap: 0 10px; align-items: center; font-size: 14px; }
.unit .due { text-align: right; }
.unit .words { grid-column: 1 / -1; -webkit-line-clamp: 1; }
.small { font-size: 13px; }
</style>
