<script setup lang="ts">
import { v4 as newId } from 'uuid'
import { computed, onMounted, ref } from 'vue'
import type { OrderRow, ShortageRow } from '#shared/wire/stores'
import { callApi, sentenceOf } from '../../net/api'
import { useSessionStore } from '../../net/session-store'
import { useAnswer } from '../../net/use-answer'
import { dueIn } from '../../ui/due-words'
import DueDay from '../../ui/DueDay.vue'
import FetchNote from '../../ui/FetchNote.vue'
import EmptyList from '../../ui/EmptyList.vue'
import RefusalNote from '../../ui/RefusalNote.vue'
import { saveCsv, saveXlsx, type SavedTable } from '../../ui/save-table'
import ItemDrawer from './ItemDrawer.vue'

/** What must be ordered by when, and what is on its way. */
const session = useSessionStore()
const shortages = useAnswer<ShortageRow[]>(() => 'shortages all', () => callApi('/stores/shortages'))
const orders = useAnswer<OrderRow[]>(() => 'orders all', () => callApi('/stores/orders'))
const problem = ref('')
const busy = ref('')
const [opened, isOpen] = [ref(''), ref(false)]
const load = () => Promise.all([shortages.load(), orders.load()])
onMounted(load)
const DAY_MS = 86_400_000

async function act(key: string, work: () => Promise<unknown>) {
  busy.value = key
  problem.value = ''
  try {
    await work()
    await load()
  } catch (error) {
    problem.value = sentenceOf(error)
  } finally {
    busy.value = ''
  }
}
const keyOf = ({ item, site }: ShortageRow) => `${item} ${site}`
/** An order has the number of the row it came of, so that two taps are one order. */
const numbers = new Map<string, string>()
const order = (row: ShortageRow) => act(keyOf(row), async () => {
  const id = numbers.get(keyOf(row)) ?? newId()
  numbers.set(keyOf(row), id)
  const expected = new Date(Date.now() + row.leadDays * DAY_MS).toISOString().slice(0, 10)
  await callApi('/stores/orders', { method: 'POST', body: { id, item: row.item, site: row.site, count: row.count, expected, note: row.units.join(', ') || null } })
  numbers.delete(keyOf(row))
})
const table = computed((): SavedTable => ({
  name: 'to-order', head: ['Number', 'Item', 'Pieces', 'Needed by', 'Order by', 'For'],
  rows: (shortages.data.value ?? []).map(({ number, name, count, needBy, orderBy, units }) => [number, name, count, needBy ?? '', orderBy ?? '', units.join(', ')]),
}))
const orderTable = computed((): SavedTable => ({
  name: 'orders', head: ['Order', 'Number', 'Item', 'Ordered', 'Came', 'Expected', 'Site', 'By'],
  rows: (orders.data.value ?? []).map(row => [row.number, row.itemNumber, row.itemName, row.count, row.received, row.expected, row.site, row.by]),
}))
</script>

<template>
  <RefusalNote :text="problem" />
  <section>
    <div class="head">
      <h2>To order</h2>
      <el-button @click="saveCsv(table)">
        CSV
      </el-button>
      <el-button @click="saveXlsx(table)">
        XLSX
      </el-button>
    </div>
    <FetchNote
      v-if="shortages.problem.value || !shortages.data.value"
      :problem="shortages.problem.value"
      what="What is short"
      loading="Counting what is planned against the shelves …"
    />
    <el-table
      v-else
      :data="shortages.data.value"
      :row-key="keyOf"
      class="plate"
      aria-label="To order"
    >
      <template #empty>
        <EmptyList
          would="Nothing is short: what is planned is there, and so is the least stock. What runs short comes here by itself, with the day by which it must be ordered."
        />
      </template>
      <el-table-column
        label="Order by"
        width="150"
      >
        <template #default="{ row }">
          <DueDay
            v-if="(row as ShortageRow).orderBy"
            :day="(row as ShortageRow).orderBy"
          />
          <span
            v-else
            class="quiet"
          >below the least</span>
        </template>
      </el-table-column>
      <el-table-column
        label="Number"
        prop="number"
        class-name="mono"
        width="110"
      />
      <el-table-column
        label="Item"
        prop="name"
        min-width="230"
      />
      <el-table-column
        label="Pieces"
        align="right"
        width="90"
      >
        <template #default="{ row }">
          <span class="mono">{{ (row as ShortageRow).count }}</span>
        </template>
      </el-table-column>
      <el-table-column
        label="For"
        min-width="150"
      >
        <template #default="{ row }">
          {{ (row as ShortageRow).units.join(', ') }}<small
            v-if="(row as ShortageRow).needBy"
            class="quiet"
          >needed {{ dueIn((row as ShortageRow).needBy).text }}</small>
        </template>
      </el-table-column>
      <el-table-column
        v-if="session.may('stock:write')"
        width="140"
        align="right"
      >
        <template #default="{ row }">
          <el-button
            :loading="busy === keyOf(row as ShortageRow)"
            :aria-label="`Order ${(row as ShortageRow).count} of ${(row as ShortageRow).number}`"
            @click="order(row as ShortageRow)"
          >
            Order {{ (row as ShortageRow).count }}
          </el-button>
        </template>
      </el-table-column>
    </el-table>
  </section>
  <section v-if="orders.data.value">
    <div class="head">
      <h2>On its way</h2>
      <el-button @click="saveCsv(orderTable)">
        CSV
      </el-button>
      <el-button @click="saveXlsx(orderTable)">
        XLSX
      </el-button>
    </div>
    <el-table
      :data="orders.data.value"
      row-key="id"
      class="plate"
      aria-label="On its way"
    >
      <template #empty>
        <EmptyList
          would="Nothing is ordered. What is ordered stands here until it has come."
          who="Planners, leads, engineers and admins order from the list above, or at an item of the shelves."
        />
      </template>
      <el-table-column
        label="Expected"
        width="150"
      >
        <template #default="{ row }">
          <DueDay :day="(row as OrderRow).expected" />
        </template>
      </el-table-column>
      <el-table-column
        label="Order"
        prop="number"
        class-name="mono"
        width="90"
      />
      <el-table-column
        label="Item"
        min-width="260"
      >
        <template #default="{ row }">
          <span class="mono">{{ (row as OrderRow).itemNumber }}</span> {{ (row as OrderRow).itemName }}
        </template>
      </el-table-column>
      <el-table-column
        label="Came"
        align="right"
        width="110"
      >
        <template #default="{ row }">
          <span class="mono">{{ (row as OrderRow).received }} of {{ (row as OrderRow).count }}</span>
        </template>
      </el-table-column>
      <el-table-column
        v-if="session.may('stock:write')"
        width="250"
        align="right"
      >
        <template #default="{ row }">
          <el-button
            :aria-label="`Order ${(row as OrderRow).number} has come`"
            @click="opened = (row as OrderRow).itemNumber; isOpen = true"
          >
            It has come
          </el-button>
          <el-button
            text
            :aria-label="`Nothing more comes of order ${(row as OrderRow).number}`"
            :loading="busy === (row as OrderRow).id"
            @click="act((row as OrderRow).id, () => callApi(`/stores/orders/${(row as OrderRow).id}/close`, { method: 'POST' }))"
          >
            No more
          </el-button>
        </template>
      </el-table-column>
    </el-table>
  </section>
  <ItemDrawer
    v-model="isOpen"
    :number="opened"
    @changed="load"
  />
</template>

<style scoped>
.head { display: flex; gap: 10px; align-items: center; margin: 6px 0 10px; }
.head h2 { flex: 1; margin: 0; }
section + section { margin-top: 22px; }
small { display: block; }
</style>
