<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { HoursOutcome } from '#shared/wire/fleet'
import { MOST_IMPORTED } from '#shared/wire/yard'
import { callApi } from '../../net/api'
import { useSubmit } from '../../net/use-submit'
import AskDialog from '../../ui/AskDialog.vue'
import RefusalNote from '../../ui/RefusalNote.vue'
import { readHoursList, type ReadRow } from './hours-list'

/** Readings of many meters at once, from a file or a spreadsheet: tried first, with what is wrong row by row, then taken in. */
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ saved: [] }>()

const text = ref('')
const read = ref<ReturnType<typeof readHoursList>>()
const tried = ref<HoursOutcome[]>()
const told = ref('')
const good = computed(() => (read.value?.rows ?? []).filter((one): one is Extract<ReadRow, { row: unknown }> => 'row' in one))
/** What is wrong, by its line in the list. */
const faults = computed(() => [
  ...(read.value?.rows ?? []).flatMap(one => 'fault' in one ? [{ line: one.line, says: one.fault }] : []),
  ...(tried.value ?? []).flatMap(({ row, outcome, message }) => outcome === 'refused' ? [{ line: good.value[row]!.line, says: message! }] : []),
].sort((a, b) => a.line - b.line))
const counts = computed(() => ({
  recorded: (tried.value ?? []).filter(({ outcome }) => outcome === 'recorded').length,
  known: (tried.value ?? []).filter(({ outcome }) => outcome === 'known').length,
}))
const MOST_SHOWN = 100

async function take({ raw }: { raw?: File | undefined }) {
  if (raw) text.value = await raw.text()
}
const send = (dryRun: boolean) => callApi<HoursOutcome[]>('/hours/list', { method: 'POST', body: { rows: good.value.map(({ row }) => row), dryRun } })
const { busy, problem, submit } = useSubmit(async () => {
  if (tried.value) {
    const outcomes = await send(false)
    told.value = `${outcomes.filter(({ outcome }) => outcome === 'recorded').length} readings were taken in.`
    tried.value = undefined
    read.value = undefined
    text.value = ''
    emit('saved')
    return
  }
  told.value = ''
  const { parse } = (await import('papaparse')).default
  const cells = parse<string[]>(text.value.trim(), { skipEmptyLines: 'greedy' }).data
  if (cells.length > MOST_IMPORTED + 1) {
    problem.value = `At most ${MOST_IMPORTED} rows come in at once; these are ${cells.length - 1}.`
    return
  }
  read.value = readHoursList(cells)
  if (read.value.missing.length > 0) problem.value = `The first line must name the columns; it says nothing of ${read.value.missing.join(', ')}.`
  else tried.value = good.value.length > 0 ? await send(true) : []
})
watch(text, () => {
  tried.value = undefined
  read.value = undefined
})
watch(open, (isOpen) => {
  if (isOpen) [text.value, told.value, problem.value] = ['', '', '']
}, { immediate: true })
</script>

<template>
  <AskDialog
    v-model="open"
    title="Running hours of many machines"
    leave="Close"
    :act="tried ? `Take ${counts.recorded} in` : 'Try it'"
    :ready="text.trim() !== '' && (!tried || counts.recorded > 0)"
    :busy="busy"
    :width="760"
    @act="submit"
  >
    <p class="quiet">
      A list with a line of heads: unit, day and hours; where a meter was changed, what the old one ended at. Nothing is written before you have seen what becomes of it.
    </p>
    <el-upload
      :auto-upload="false"
      :show-file-list="false"
      accept=".csv,.txt,text/csv,text/plain"
      @change="take"
    >
      <el-button><Icon name="ph:file-csv" /> A file</el-button>
    </el-upload>
    <label class="area">Or pasted<el-input
      v-model="text"
      type="textarea"
      :rows="6"
      class="mono"
      placeholder="unit;day;hours"
    /></label>
    <p
      v-if="told"
      role="status"
      class="told"
    >
      {{ told }}
    </p>
    <p
      v-if="tried"
      role="status"
    >
      <b class="mono">{{ counts.recorded }}</b> would be taken in, <b class="mono">{{ counts.known }}</b> are known already, <b class="mono">{{ faults.length }}</b> cannot be.
    </p>
    <el-table
      v-if="faults.length"
      :data="faults.slice(0, MOST_SHOWN)"
      max-height="240"
      aria-label="What cannot be taken in"
    >
      <el-table-column
        label="Line"
        prop="line"
        width="80"
        class-name="mono"
      />
      <el-table-column
        label="Why"
        prop="says"
      />
    </el-table>
    <RefusalNote :text="problem" />
  </AskDialog>
</template>

<style scoped>
.area { display: block; margin: 10px 0; }
.told { border-left: 4px solid var(--verdigris); background: var(--verdigris-tint); padding: 8px 14px; }
</style>
