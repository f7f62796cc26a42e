<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { coversCalibration, formatQuantity } from '#core'
import type { InstrumentRow } from '#shared/wire/types'
import { callApi, sentenceOf } from '../../net/api'
import { serverNow } from '../../net/server-clock'
import { laterDialog } from '../../ui/later'
import EmptyList from '../../ui/EmptyList.vue'
import { dayOf } from '../../ui/moment'
import RefusalNote from '../../ui/RefusalNote.vue'

const InstrumentDialog = laterDialog(() => import('./InstrumentDialog.vue'))
const HistoryDialog = laterDialog(() => import('./HistoryDialog.vue'))

/** The register: what the shop measures with, what is due for calibration first. */
const { sites } = defineProps<{ sites: readonly { key: string, name: string }[] }>()
const instruments = ref<InstrumentRow[]>([])
const [problem, search] = [ref(''), ref('')]
const shown = ref<'all' | 'due' | 'retired'>('all')
const [adding, looking] = [ref(false), ref(false)]
const picked = ref<InstrumentRow | null>(null)

const DUE_DAYS = 30
const isOver = ({ calibratedUntil }: InstrumentRow) => !coversCalibration(calibratedUntil, serverNow().toISOString())
const daysLeft = ({ calibratedUntil }: InstrumentRow) =>
  Math.floor((Date.parse(`${calibratedUntil}T23:59:59`) - serverNow().getTime()) / 86_400_000)
const isDue = (row: InstrumentRow) => daysLeft(row) < DUE_DAYS
const due = computed(() => instruments.value.filter(row => !row.retired && isDue(row)))
const found = computed(() => {
  const list = shown.value === 'due' ? due.value : instruments.value.filter(row => row.retired === (shown.value === 'retired'))
  const wanted = search.value.trim().toLowerCase()
  return list.filter(row => `${row.tag} ${row.name} ${row.kind} ${row.serial ?? ''}`.toLowerCase().includes(wanted))
    .sort((a, b) => a.calibratedUntil.localeCompare(b.calibratedUntil))
})
const rangeOf = ({ rangeFrom, rangeTo, quantity, step }: InstrumentRow) => {
  const decimals = Math.max(0, Math.min(3, Math.ceil(-Math.log10(step) - 1e-9)))
  return `${formatQuantity(rangeFrom, quantity, { decimals, bare: true })} … ${formatQuantity(rangeTo, quantity, { decimals })}`
}
const siteOf = ({ site }: InstrumentRow) => sites.find(one => one.key === site)?.name ?? 'whole shop'

async function load() {
  try {
    instruments.value = await callApi<InstrumentRow[]>('/instruments')
    picked.value = instruments.value.find(({ tag }) => tag === picked.value?.tag) ?? null
  } catch (error) {
    problem.value = sentenceOf(error)
  }
}
function lookAt(row: InstrumentRow) {
  picked.value = row
  looking.value = true
}
onMounted(load)
</script>

<template>
  <div class="tools">
    <el-radio-group
      v-model="shown"
      aria-label="Which instruments"
    >
      <el-radio-button value="all">
        All
      </el-radio-button>
      <el-radio-button value="due">
        Due ({{ due.length }})
      </el-radio-button>
      <el-radio-button value="retired">
        Out of use
      </el-radio-button>
    </el-radio-group>
    <el-input
      v-model="search"
      class="search"
      clearable
      placeholder="Tag, name or serial number"
      aria-label="Search instruments"
    />
    <el-button
      type="primary"
      @click="adding = true"
    >
      Add an instrument
    </el-button>
  </div>
  <RefusalNote :text="problem" />
  <el-table
    :data="found"
    row-key="tag"
    aria-label="Instruments"
  >
    <template #empty>
      <EmptyList
        would="What the shop measures with stands here: micrometers, gauges, wrenches, with their uncertainty and the day until which their calibration is good. A reading by an instrument that is not here stays doubtful."
        who="Engineers and admins add them."
        :is-sought="instruments.length > 0"
        @clear="shown = 'all'; search = ''"
      >
        <el-button
          type="primary"
          @click="adding = true"
        >
          <Icon name="ph:plus" /> Add the first instrument
        </el-button>
      </EmptyList>
    </template>
    <el-table-column
      label="Tag"
      width="92"
    >
      <template #default="{ row }">
        <span class="mono">{{ row.tag }}</span>
      </template>
    </el-table-column>
    <el-table-column
      label="Instrument"
      min-width="190"
    >
      <template #default="{ row }">
        {{ row.name }}<small
          v-if="row.serial"
          class="quiet serial"
        >{{ row.serial }}</small>
      </template>
    </el-table-column>
    <el-table-column
      label="Range"
      min-width="150"
      class-name="mono"
    >
      <template #default="{ row }">
        {{ rangeOf(row as InstrumentRow) }}
      </template>
    </el-table-column>
    <el-table-column
      label="U"
      min-width="96"
      class-name="mono"
    >
      <template #default="{ row }">
        {{ formatQuantity(row.uncertainty, row.quantity, { decimals: row.uncertainty < 1 ? 3 : 1 }) }}
      </template>
    </el-table-column>
    <el-table-column
      label="Site"
      min-width="110"
    >
      <template #default="{ row }">
        {{ siteOf(row as InstrumentRow) }}
      </template>
    </el-table-column>
    <el-table-column
      label="Calibrated to"
      min-width="170"
    >
      <template #default="{ row }">
        <span
          :class="{ over: isOver(row as InstrumentRow), soon: isDue(row as InstrumentRow) }"
          class="until"
        ><Icon
          v-if="isDue(row as InstrumentRow)"
          name="ph:warning"
        /> {{ dayOf(row.calibratedUntil) }}<small v-if="isOver(row as InstrumentRow)">ended</small><small v-else-if="isDue(row as InstrumentRow)">in {{ daysLeft(row as InstrumentRow) }} days</small></span>
      </template>
    </el-table-column>
    <el-table-column
      width="110"
      align="right"
      fixed="right"
    >
      <template #default="{ row }">
        <el-button
          :aria-label="`Look at ${row.tag}`"
          @click="lookAt(row as InstrumentRow)"
        >
          Look
        </el-button>
      </template>
    </el-table-column>
  </el-table>
  <InstrumentDialog
    v-model="adding"
    :sites="sites"
    @saved="load"
  />
  <HistoryDialog
    v-model="looking"
    :instrument="picked"
    @changed="load"
  />
</template>

<style scoped>
.tools { display: flex; flex-wrap: wrap; gap: 10px; margin: 4px 0 12px; }
.search { max-width: 280px; }
.tools > .el-button { margin-left: auto; }
.serial { display: block; font-family: var(--mono); }
.until small { margin-left: 8px; }
.soon { color: var(--brass); font-weight: 500; }
.over { color: var(--oxide); font-weight: 600; }
</style>
