<script setup lang="ts">
import { computed } from 'vue'
import type { UnitRow } from '#shared/wire/types'
import UnitCell from './UnitCell.vue'

/** The units of the shop, ten or ten thousand: only the rows in sight are there. */
const { units, siteNames } = defineProps<{ units: readonly UnitRow[], siteNames: Record<string, string> }>()
const emit = defineEmits<{ end: [] }>()

const NARROW_PX = 860
const ROW_PX = 54
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
const rows = computed(() => [...units])
</script>

<template>
  <div class="plate units">
    <el-auto-resizer>
      <template #default="{ width, height }">
        <el-table-v2
          :columns="width < NARROW_PX ? NARROW : WIDE"
          :data="rows"
          :width="width"
          :height="height"
          :row-height="ROW_PX"
          :header-height="40"
          row-key="tag"
          aria-label="Units"
          @end-reached="emit('end')"
        >
          <template #cell="{ column, rowData }">
            <UnitCell
              :column="String(column.key)"
              :unit="rowData"
              :site-name="siteNames[rowData.site] ?? rowData.site"
            />
          </template>
        </el-table-v2>
      </template>
    </el-auto-resizer>
  </div>
</template>

<style scoped>
.units { flex: 1; min-height: 320px; }
</style>
