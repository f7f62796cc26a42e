<script setup lang="ts">
import { onMounted, ref } from 'vue'
import type { OutsideRow } from '#shared/wire/stores'
import { callApi } from '../../net/api'
import { useSessionStore } from '../../net/session-store'
import { useAnswer } from '../../net/use-answer'
import { laterDialog } from '../../ui/later'
import DueDay from '../../ui/DueDay.vue'
import FetchNote from '../../ui/FetchNote.vue'
import EmptyList from '../../ui/EmptyList.vue'
import { moment } from '../../ui/moment'

const OutsideDialog = laterDialog(() => import('./OutsideDialog.vue'))

/** Parts that are at a shop. That they are there, their jobs say; what the shop is to do, and when it has promised it, the stores. */
const session = useSessionStore()
const rows = useAnswer<OutsideRow[]>(() => 'outside all', () => callApi('/stores/outside'))
onMounted(rows.load)
const [opened, isOpen] = [ref<OutsideRow>(), ref(false)]
function open(row: OutsideRow) {
  opened.value = row
  isOpen.value = true
}
</script>

<template>
  <FetchNote
    v-if="!rows.data.value"
    :problem="rows.problem.value"
    what="What is outside"
    loading="Asking the jobs …"
  />
  <el-table
    v-else
    :data="rows.data.value"
    :row-key="(row: OutsideRow) => `${row.job} ${row.part}`"
    aria-label="Parts at a shop outside"
  >
    <template #empty>
      <EmptyList
        would="Parts that are at a shop outside stand here, with what the shop is to do and when it has promised it."
        who="Whoever works at a bench sends one out, at the part itself; it comes here by itself."
      />
    </template>
    <el-table-column
      label="Part"
      min-width="190"
    >
      <template #default="{ row }">
        <b>{{ (row as OutsideRow).count > 1 ? `${(row as OutsideRow).count} × ` : '' }}{{ (row as OutsideRow).name }}</b><small class="quiet">of <span class="mono">{{ (row as OutsideRow).unit }}</span>, <NuxtLink :to="`/jobs/${(row as OutsideRow).job}`">job {{ (row as OutsideRow).number }}</NuxtLink></small>
      </template>
    </el-table-column>
    <el-table-column
      label="Sent"
      min-width="150"
    >
      <template #default="{ row }">
        {{ moment((row as OutsideRow).since) }}<small class="quiet">{{ (row as OutsideRow).sentBy }}</small>
      </template>
    </el-table-column>
    <el-table-column
      label="Shop and what it does"
      min-width="240"
    >
      <template #default="{ row }">
        <template v-if="(row as OutsideRow).order">
          {{ (row as OutsideRow).order!.shop }}<small class="quiet">{{ (row as OutsideRow).order!.instruction }}</small>
        </template>
        <span
          v-else
          class="quiet"
        >nobody has written what it is to do</span>
      </template>
    </el-table-column>
    <el-table-column
      label="Promised"
      min-width="130"
    >
      <template #default="{ row }">
        <DueDay
          v-if="(row as OutsideRow).order?.promised"
          :day="(row as OutsideRow).order!.promised"
        />
        <span
          v-else
          class="quiet"
        >no day</span>
      </template>
    </el-table-column>
    <el-table-column
      v-if="session.may('stock:write')"
      label=""
      width="120"
      align="right"
    >
      <template #default="{ row }">
        <el-button
          :aria-label="`${(row as OutsideRow).name}: shop and day`"
          @click="open(row as OutsideRow)"
        >
          Write
        </el-button>
      </template>
    </el-table-column>
  </el-table>
  <OutsideDialog
    v-model="isOpen"
    :row="opened"
    @saved="rows.load"
  />
</template>

<style scoped>
small { display: block; }
.el-button { min-height: 44px; }
</style>
