<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import Papa from 'papaparse'
import { COLUMNS, fieldWord, guessColumns, isHead, MOST_ROWS, type ColumnUse, type PastedList, type PasteResult } from '#core'
import { sentenceOf } from '../../../net/api'
import { useCatalogueStore } from '../../../net/catalogue-store'
import AskDialog from '../../../ui/AskDialog.vue'
import ChoiceSelect from '../../../ui/ChoiceSelect.vue'
import LabelledField from '../../../ui/LabelledField.vue'
import RefusalNote from '../../../ui/RefusalNote.vue'
import { askWorker } from '../../../workers/ask-worker'
import { useDraft } from './use-draft'

/** A table from a spreadsheet or a parts list: what each column is, what the rows would make, and only then it is taken. */
const { list } = defineProps<{ list: PastedList }>()
const open = defineModel<boolean>({ required: true })
const { sheet, act, problem: refused } = useDraft()
const catalogue = useCatalogueStore()

const [text, source, problem, reading] = [ref(''), ref(''), ref(''), ref(false)]
const hasHead = ref(true)
const uses = ref<(string | null)[]>([])
const guessed = shallowRef<(ColumnUse | null)[]>([])
const result = shallowRef<PasteResult | null>(null)
const SHOWN = 200

const table = computed(() => text.value.trim() === ''
  ? []
  : Papa.parse<string[]>(text.value.trim(), { skipEmptyLines: false, delimitersToGuess: ['\t', ';', ',', '|'] }).data)
const width = computed(() => table.value.reduce((most, row) => Math.max(most, row.length), 0))
const heads = computed(() => hasHead.value ? table.value[0] ?? [] : [])
const rows = computed(() => hasHead.value ? table.value.slice(1) : table.value)

watch(open, (isOpen) => {
  if (!isOpen) return
  text.value = source.value = problem.value = ''
  result.value = null
})
watch(table, (cells) => {
  result.value = null
  problem.value = ''
  if (cells.length === 0) return
  hasHead.value = isHead(list, cells[0]!)
  guess()
})
watch(hasHead, guess)
function guess() {
  guessed.value = hasHead.value ? guessColumns(list, heads.value) : []
  uses.value = Array.from({ length: width.value }, (_, i) => guessed.value[i]?.field ?? null)
}
const choices = computed(() => [{ value: '', label: 'leave out' }, ...COLUMNS[list].map(({ field }) => ({ value: field, label: wordOf(field) }))])
const wordOf = (field: string) => field.split('/').map(fieldWord).join(', ').toLowerCase()
const headOf = (i: number) => heads.value[i] || `Column ${i + 1}`

async function read() {
  problem.value = refused.value = ''
  result.value = null
  if (table.value.length > MOST_ROWS) {
    problem.value = `A table has at most ${MOST_ROWS.toLocaleString('en')} rows; this has ${table.value.length.toLocaleString('en')}.`
    return
  }
  reading.value = true
  const columns = uses.value.map((field, i) => field
    ? { field, ...guessed.value[i]?.field === field && guessed.value[i]?.unit ? { unit: guessed.value[i]!.unit! } : {} }
    : null)
  try {
    const plain = JSON.parse(JSON.stringify({ list, columns, rows: rows.value, source: source.value.trim() || 'pasted table' })) as never
    result.value = await askWorker('readTable', { sheet: sheet(), words: catalogue.shop.words, ...plain as object } as never)
  } catch (error) {
    problem.value = sentenceOf(error)
  }
  reading.value = false
}
function take() {
  if (result.value && act(result.value.edits)) open.value = false
}
const rowName = (row: number) => row + (hasHead.value ? 2 : 1)
</script>

<template>
  <AskDialog
    v-model="open"
    :title="`Paste ${list}`"
    :width="900"
    leave="Leave it"
    :act="result ? `Take ${result.added + result.changed} rows` : 'See what it makes'"
    :ready="rows.length > 0 && (result ? result.edits.length > 0 : true)"
    :busy="reading"
    @act="result ? take() : read()"
  >
    <el-input
      v-model="text"
      type="textarea"
      :rows="table.length > 0 ? 3 : 9"
      class="mono"
      aria-label="The table"
      placeholder="Copy the rows in the spreadsheet, with their head, and paste them here."
    />
    <template v-if="table.length > 0">
      <div class="row">
        <el-checkbox
          v-model="hasHead"
          label="The first row is the head"
        />
        <LabelledField name="Where it comes from">
          <el-input
            v-model="source"
            aria-label="Where it comes from"
            placeholder="maker’s parts list, page, date"
            maxlength="120"
          />
        </LabelledField>
      </div>
      <div class="columns">
        <LabelledField
          v-for="(_use, i) in uses"
          :key="i"
          :name="`${headOf(i)}${guessed[i]?.unit ? ` · ${guessed[i]!.unit}` : ''}`"
        >
          <ChoiceSelect
            :model-value="uses[i] ?? ''"
            :label="headOf(i)"
            :choices="choices"
            @update:model-value="uses[i] = $event || null; result = null"
          />
          <span class="sample quiet">{{ rows.slice(0, 3).map(cells => cells[i]).filter(Boolean).join(' · ') }}</span>
        </LabelledField>
      </div>
    </template>
    <div
      v-if="result"
      class="result"
      role="status"
    >
      <p>
        <b class="mono">{{ result.added }}</b> new, <b class="mono">{{ result.changed }}</b> filled in,
        <b class="mono">{{ result.same }}</b> as they are, <b class="mono">{{ result.faults.length }}</b> left out.
      </p>
      <ul v-if="result.faults.length > 0">
        <li
          v-for="fault in result.faults.slice(0, SHOWN)"
          :key="`${fault.row} ${fault.column}`"
        >
          <span class="mono">row {{ rowName(fault.row) }}</span> <span v-if="fault.column !== undefined">{{ headOf(fault.column) }}:</span> {{ fault.sentence }}
        </li>
      </ul>
    </div>
    <RefusalNote :text="problem || refused" />
  </AskDialog>
</template>

<style scoped>
.row { display: flex; flex-wrap: wrap; gap: 10px 24px; align-items: end; margin: 12px 0; }
.row > label:last-child { flex: 1; min-width: 240px; }
.columns { display: grid; grid-template-columns: repeat(auto-fill, minmax(160px, 1fr)); gap: 10px 14px; }
.sample { display: block; margin-top: 3px; font-size: 14px; white-space: nowrap; overflow: hidden; text-overflow: ellipsis; }
.result { margin-top: 14px; padding: 8px 14px; background: var(--plate); }
.result ul { max-height: 180px; overflow: auto; margin: 6px 0; padding-left: 0; list-style: none; }
.result li { padding: 3px 0; border-top: 1px solid var(--rule); color: var(--oxide); }
</style>
