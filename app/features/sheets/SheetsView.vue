<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref } from 'vue'
import type { DraftRow, FindingsAnswer } from '#shared/wire/drafts'
import type { SheetRow } from '#shared/wire/types'
import { callApi, sentenceOf } from '../../net/api'
import { useSessionStore } from '../../net/session-store'
import { fetchSheet } from '../../net/sheets'
import { useAnswer } from '../../net/use-answer'
import { moment } from '../../ui/moment'
import StateNote from '../../ui/StateNote.vue'
import EmptyList from '../../ui/EmptyList.vue'
import DocumentTable from './DocumentTable.vue'
import { exportSheets } from './export-sheets'
import ProposalsTable from './ProposalsTable.vue'
import StartDraftDialog from './StartDraftDialog.vue'

/** The library: the newest revision of every machine sheet. */
const answer = useAnswer<SheetRow[]>(() => 'sheets', () => callApi('/sheets'), 1)
const search = ref('')
const found = computed(() =>
  (answer.data.value ?? []).filter(row => `${row.title} ${row.family}`.toLowerCase().includes(search.value.trim().toLowerCase())))
const DRAFT_FIGURES = ['parts', 'steps', 'positions', 'gaps'] as const
const FIGURES = ['parts', 'steps', 'positions', 'joints', 'units', 'revision'] as const
const session = useSessionStore()
const [starting, exporting] = [ref(false), ref(false)]
const AGAIN_MS = 1500
const ORIGIN = { job: 'bench', import: 'files', revision: 'revision', copy: 'copy', frame: 'frame' }
/** What is found, as one file that can be brought in elsewhere. */
async function exportAll() {
  exporting.value = true
  try {
    const documents = []
    for (const row of found.value) documents.push(await fetchSheet(row))
    exportSheets(documents.length === 1 ? documents[0]!.key : 'sheets', documents)
  } catch (error) {
    answer.problem.value = sentenceOf(error)
  }
  exporting.value = false
}
const drafts = useAnswer<DraftRow[]>(() => 'drafts', () => callApi('/drafts'), 1)
const said = useAnswer<FindingsAnswer>(() => 'findings', () => callApi('/findings'), 1)
/** The checker reads one document after the other; what it knows is shown meanwhile. */
async function hear(): Promise<void> {
  await said.load()
  if (isHere && said.data.value?.isReading && !said.keptAt.value) timer = setTimeout(() => void hear(), AGAIN_MS)
}
let isHere = true
let timer: ReturnType<typeof setTimeout> | undefined
onMounted(() => {
  void answer.load()
  void drafts.load()
  void hear()
})
onBeforeUnmount(() => {
  isHere = false
  clearTimeout(timer)
})
</script>

<template>
  <div class="sheets">
    <header class="head">
      <h1>Sheets</h1>
      <p class="quiet">
        How each kind of machine is built and overhauled. A released revision never changes.
      </p>
      <span class="acts">
        <el-button
          v-if="answer.data.value?.length"
          :loading="exporting"
          @click="exportAll"
        >
          <Icon name="ph:download-simple" /> Export {{ search.trim() ? 'these' : 'all' }}
        </el-button>
        <el-button
          v-if="session.may('sheet:write')"
          type="primary"
          @click="starting = true"
        >
          <Icon name="ph:plus" /> New sheet
        </el-button>
      </span>
    </header>
    <StateNote
      v-if="answer.problem.value"
      kind="problem"
      title="The library cannot be shown"
      :text="answer.problem.value"
    />
    <StateNote
      v-else-if="!answer.data.value"
      kind="loading"
      title="Fetching the library …"
    />
    <section
      v-else
      class="plate card"
      aria-label="Library"
    >
      <p
        v-if="answer.keptAt.value"
        class="kept"
      >
        No link. As of {{ moment(answer.keptAt.value) }}.
      </p>
      <el-input
        v-model="search"
        class="search"
        clearable
        placeholder="Machine or family"
        aria-label="Search sheets"
      >
        <template #prefix>
          <Icon name="ph:magnifying-glass" />
        </template>
      </el-input>
      <DocumentTable
        :rows="found"
        by="key"
        path="/sheets"
        :figures="FIGURES"
        :said="said.data.value?.sheets"
        since="releasedAt"
        since-word="Released"
        aria-label="Sheets"
      >
        <template #empty>
          <EmptyList
            would="How each kind of machine is built and overhauled stands here. No sheet is needed to begin: an overhaul without one writes it while the machine comes apart, and leaves its draft."
            who="Leads, engineers and admins write drafts; somebody who has not written in one releases it."
            :is-sought="search.trim() !== ''"
            @clear="search = ''"
          >
            <el-button
              v-if="session.may('sheet:write')"
              type="primary"
              @click="starting = true"
            >
              <Icon name="ph:plus" /> Begin a sheet
            </el-button>
          </EmptyList>
        </template>
        <el-table-column
          label="Family"
          prop="family"
          min-width="150"
        />
      </DocumentTable>
    </section>
    <section
      v-if="drafts.data.value"
      class="plate card"
      aria-label="Drafts"
    >
      <h2>Drafts</h2>
      <p class="quiet">
        What is being written: left behind by overhauls, brought in, or begun at a desk. Somebody who has not written in it releases it.
      </p>
      <DocumentTable
        :rows="drafts.data.value"
        by="id"
        path="/drafts"
        :figures="DRAFT_FIGURES"
        :said="said.data.value?.drafts"
        since="changedAt"
        since-word="Changed"
        aria-label="Drafts"
      >
        <template #empty>
          <EmptyList
            would="Nothing is being written. A draft comes of an overhaul without a sheet, of files, or is begun at the desk."
            who="Leads, engineers and admins write drafts."
          />
        </template>
        <el-table-column
          label="From"
          width="126"
        >
          <template #default="{ row }">
            {{ ORIGIN[row.origin as keyof typeof ORIGIN] }} <span class="mono">{{ row.tag ?? (row.basedOn ? `rev ${row.basedOn}` : '') }}</span>
          </template>
        </el-table-column>
        <el-table-column
          label="State"
          width="92"
        >
          <template #default="{ row }">
            <b v-if="row.status === 'ready'">for review</b><span
              v-else
              class="quiet"
            >open</span>
          </template>
        </el-table-column>
        <template #last>
          <el-table-column
            label="Begun by"
            prop="by"
            min-width="100"
          />
        </template>
      </DocumentTable>
    </section>
    <ProposalsTable />
    <StartDraftDialog
      v-model="starting"
      :sheets="answer.data.value ?? []"
      @brought="drafts.load()"
    />
  </div>
</template>

<style scoped>
.sheets { max-width: 1240px; margin: 0 auto; padding: 20px; display: flex; flex-direction: column; gap: 14px; }
.head { display: flex; align-items: baseline; gap: 6px 18px; flex-wrap: wrap; }
.acts { margin-left: auto; }
.card { padding: 16px 22px 20px; }
.search { max-width: 340px; margin: 0 0 12px; }
.kept { margin: 0 0 10px; color: var(--brass); }
</style>
