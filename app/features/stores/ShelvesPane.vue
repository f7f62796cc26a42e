<script setup lang="ts">
import { refDebounced } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import type { ItemRow } from '#shared/wire/stores'
import { callApi } from '../../net/api'
import { useSessionStore } from '../../net/session-store'
import { useAnswer } from '../../net/use-answer'
import FetchNote from '../../ui/FetchNote.vue'
import EmptyList from '../../ui/EmptyList.vue'
import { laterDialog } from '../../ui/later'
import ScanButton from '../../ui/ScanButton.vue'
import ItemDrawer from './ItemDrawer.vue'

/** Every item, with how many lie where; one is opened by a tap or by scanning its label. */
const ItemDialog = laterDialog(() => import('./ItemDialog.vue'))
const session = useSessionStore()
const search = ref('')
const settled = refDebounced(search, 180)
const PAGE = 25
const page = ref(1)
const answer = useAnswer<ItemRow[]>(() => `items ${settled.value}`, () => callApi('/stores/items', { query: { search: settled.value || undefined } }), 4)
watch(settled, () => {
  page.value = 1
  void answer.load()
}, { immediate: true })
const rows = computed(() => (answer.data.value ?? []).slice((page.value - 1) * PAGE, page.value * PAGE))
const opened = ref('')
const [isOpen, adding] = [ref(false), ref(false)]
function open(number: string) {
  opened.value = number
  isOpen.value = true
}
/** What a label of the stores says is our own number. */
const isNumber = (code: string) => /^[A-Z0-9][A-Z0-9.-]{0,29}$/i.test(code.trim())
/** What is free against the least that should be: a word beside the number, never a colour alone. */
const want = ({ free, leastStock, expired }: ItemRow) => expired > 0 ? 'too old' : free < leastStock ? 'too few' : ''
</script>

<template>
  <div class="find">
    <el-input
      v-model="search"
      clearable
      aria-label="Search the shelves"
      placeholder="Number, name or the maker’s number"
    >
      <template #prefix>
        <Icon name="ph:magnifying-glass" />
      </template>
    </el-input>
    <ScanButton
      label="Scan a box"
      title="Scan the label of a box"
      :accepts="isNumber"
      @read="open($event.trim().toUpperCase())"
    />
    <el-button
      v-if="session.may('stock:write')"
      @click="adding = true"
    >
      <Icon name="ph:plus" /> Item
    </el-button>
  </div>
  <FetchNote
    v-if="answer.problem.value || !answer.data.value"
    :problem="answer.problem.value"
    what="The shelves"
    loading="Looking along the shelves …"
  />
  <template v-else>
    <el-table
      :data="rows"
      row-key="id"
      aria-label="Items of the stores"
      class="plate"
      @row-click="(row: ItemRow) => open(row.number)"
    >
      <template #empty>
        <EmptyList
          would="What the house keeps stands here: spare parts, kits, seals and rubber with their lots, and how many are free."
          who="Planners, leads, engineers and admins take items in."
          :is-sought="search.trim() !== ''"
          @clear="search = ''"
        >
          <el-button
            v-if="session.may('stock:write')"
            type="primary"
            @click="adding = true"
          >
            <Icon name="ph:plus" /> Take an item in
          </el-button>
        </EmptyList>
      </template>
      <el-table-column
        label="Number"
        width="110"
      >
        <template #default="{ row }">
          <el-button
            link
            class="mono number"
            @click.stop="open((row as ItemRow).number)"
          >
            {{ (row as ItemRow).number }}
          </el-button>
        </template>
      </el-table-column>
      <el-table-column
        label="Item"
        min-width="240"
      >
        <template #default="{ row }">
          {{ (row as ItemRow).name }}<small
            v-if="(row as ItemRow).makersNumber"
            class="quiet"
          >{{ (row as ItemRow).makersNumber }}</small><span
            v-if="want(row as ItemRow)"
            class="want"
          ><Icon name="ph:warning-diamond" /> {{ want(row as ItemRow) }}</span>
        </template>
      </el-table-column>
      <el-table-column
        v-for="[key, label] in ([['free', 'Free'], ['held', 'Held'], ['quarantine', 'Quarantine'], ['ordered', 'Ordered'], ['leastStock', 'Least']] as const)"
        :key="key"
        :label="label"
        align="right"
        width="104"
      >
        <template #default="{ row }">
          <span
            class="mono"
            :class="{ none: (row as ItemRow)[key] === 0 }"
          >{{ (row as ItemRow)[key] }}</span>
        </template>
      </el-table-column>
    </el-table>
    <el-pagination
      v-if="answer.data.value.length > PAGE"
      v-model:current-page="page"
      layout="prev, pager, next, total"
      :page-size="PAGE"
      :total="answer.data.value.length"
      class="pages"
    />
  </template>
  <ItemDrawer
    v-model="isOpen"
    :number="opened"
    @changed="answer.load()"
  />
  <ItemDialog
    v-model="adding"
    @saved="answer.load().then(() => open($event))"
  />
</template>

<style scoped>
.find { display: flex; gap: 10px; flex-wrap: wrap; margin-bottom: 12px; }
.find .el-input { width: 320px; }
.number { min-height: 44px; font-weight: 500; color: var(--scribe); }
small { display: block; }
.none { color: var(--slate); }
.want { margin-left: 10px; color: var(--oxide); font-weight: 600; white-space: nowrap; }
.want svg { vertical-align: -2px; }
.pages { margin-top: 10px; }
</style>
