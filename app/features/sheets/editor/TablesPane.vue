<script setup lang="ts">
import { computed, ref } from 'vue'
import { PASTED, type ListName, type PastedList } from '#core'
import { tablesOf } from '../sheet-tables'
import ThingTable from '../ThingTable.vue'
import PasteDialog from './PasteDialog.vue'
import ThingDrawer from './ThingDrawer.vue'
import { useShown } from './use-shown'

/** The lists of the sheet as tables: a row opens its thing, a table from elsewhere is pasted in. */
const { active } = defineProps<{ active: boolean }>()
const [isOpen, isPasting] = [ref(false), ref(false)]
const { shown, said } = useShown(() => active && !isOpen.value)
const list = defineModel<ListName>('list', { required: true })
const opened = defineModel<string | null>('thing', { required: true })
const search = ref('')

/** As the document is written, for all its machines: each thing once. */
const tables = computed(() => tablesOf(shown.value!))
const table = computed(() => tables.value.find(one => one.list === list.value) ?? tables.value[0]!)
const found = computed(() => {
  const wanted = search.value.trim().toLowerCase()
  return { ...table.value, rows: table.value.rows.filter(row => `${row.name} ${row.cells.join(' ')}`.toLowerCase().includes(wanted)) }
})
function show(key: string | null) {
  opened.value = key
  isOpen.value = true
}
const canPaste = computed(() => (PASTED as readonly string[]).includes(list.value))
defineExpose({ show })
</script>

<template>
  <div class="pane">
    <el-segmented
      v-model="list"
      class="lists"
      direction="vertical"
      :options="tables.map(one => ({ value: one.list, label: `${one.title} ${one.rows.length}` }))"
      aria-label="List"
    />
    <div class="bar">
      <el-input
        v-model="search"
        class="search"
        clearable
        placeholder="Search"
        aria-label="Search in the table"
      />
      <el-button
        v-if="canPaste"
        @click="isPasting = true"
      >
        <Icon name="ph:clipboard-text" /> Paste a table
      </el-button>
      <el-button
        type="primary"
        @click="show(null)"
      >
        <Icon name="ph:plus" /> New
      </el-button>
    </div>
    <ThingTable
      :table="found"
      :findings="said?.findings ?? []"
      can-open
      max-height="calc(100vh - 300px)"
      @open="show"
    />
    <ThingDrawer
      v-model="isOpen"
      v-model:thing="opened"
      :list="list"
    />
    <PasteDialog
      v-if="canPaste"
      v-model="isPasting"
      :list="list as PastedList"
    />
  </div>
</template>

<style scoped>
.pane {
  display: grid; grid-template-columns: auto minmax(0, 1fr); grid-template-rows: auto minmax(0, 1fr); gap: 0 18px;
  align-items: start;
}
.lists { grid-row: 1 / 3; margin-top: 6px; }
.lists :deep(.el-segmented__item) { justify-content: flex-start; }
.bar { display: flex; flex-wrap: wrap; gap: 10px; align-items: center; margin: 6px 0 12px; }
.search { max-width: 200px; margin-left: auto; }
@media (max-width: 900px) { .pane { grid-template-columns: minmax(0, 1fr); } .lists { grid-row: auto; } }
</style>
