<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { navigateTo } from '#app'
import type { DepartedRow, ProposalRow, ProposalsAnswer } from '#shared/wire/drafts'
import { callApi } from '../../net/api'
import { useAnswer } from '../../net/use-answer'
import { useSessionStore } from '../../net/session-store'
import { useSubmit } from '../../net/use-submit'
import AskDialog from '../../ui/AskDialog.vue'
import EmptyList from '../../ui/EmptyList.vue'
import { moment } from '../../ui/moment'
import RefusalNote from '../../ui/RefusalNote.vue'

/** What people at the benches would have otherwise: figures that are proposed for all of a kind, and steps that are departed from. */
const session = useSessionStore()
const answer = useAnswer<ProposalsAnswer>(() => 'proposals', () => callApi('/proposals'), 1)
onMounted(() => void answer.load())
const proposals = computed(() => answer.data.value?.proposals ?? [])
const departures = computed(() => answer.data.value?.departures ?? [])

/** What is decided on: a figure that is proposed, or the departures from a step. */
const asked = ref<ProposalRow | DepartedRow | null>(null)
const [says, reason] = [ref<'accepted' | 'changed' | 'refused'>('accepted'), ref('')]
const isOpen = computed({ get: () => asked.value !== null, set: (open) => { if (!open) asked.value = null } })
const isFigure = (row: ProposalRow | DepartedRow): row is ProposalRow => 'id' in row
function ask(row: ProposalRow | DepartedRow) {
  asked.value = row
  says.value = isFigure(row) ? 'accepted' : 'changed'
  reason.value = ''
}
const about = computed(() => {
  const row = asked.value
  if (!row) return { name: '', text: '' }
  return isFigure(row)
    ? { name: row.name, text: `${row.says}, by ${row.source}. ${row.note ?? ''}` }
    : { name: row.stepTitle, text: row.reasons.join(' · ') }
})
const { busy, problem, submit } = useSubmit(async () => {
  const row = asked.value!
  const said = { says: says.value, reason: reason.value.trim() }
  const { draft } = isFigure(row)
    ? await callApi<{ draft: string | null }>(`/proposals/${row.id}`, { method: 'POST', body: said })
    : await callApi<{ draft: string | null }>('/departures', { method: 'POST', body: { sheet: row.sheet, step: row.step, ...said } })
  asked.value = null
  if (draft) await navigateTo(`/drafts/${draft}`)
  else await answer.load()
})
const WAYS = [
  { value: 'accepted', label: 'Take it into the next revision' }, { value: 'changed', label: 'Open the draft and write it otherwise' },
  { value: 'refused', label: 'Refuse it' },
]
</script>

<template>
  <section
    v-if="answer.data.value"
    class="plate card"
    aria-label="Departures and proposals"
  >
    <h2>Departures and proposals</h2>
    <p class="quiet">
      What the benches would have otherwise: figures proposed for all machines of a kind, and steps that the work departs from.
    </p>
    <EmptyList
      v-if="proposals.length + departures.length === 0"
      would="Nothing is proposed. A figure that is another on a machine, or a step that the work departs from, comes here when its overhaul closes."
      who="Leads and engineers say at the bench how far it reaches; somebody else than who stood for it decides here."
    />
    <el-table
      v-if="proposals.length > 0"
      :data="proposals"
      row-key="id"
    >
      <el-table-column
        label="Proposed"
        min-width="280"
      >
        <template #default="{ row }">
          <NuxtLink
            class="name"
            :to="`/sheets/${row.sheet}`"
          >
            {{ row.title }}
          </NuxtLink>
          <div><b>{{ row.name }}</b>: {{ row.says }}, by {{ row.source }}</div>
          <div
            v-if="row.note"
            class="quiet"
          >
            {{ row.note }}
          </div>
        </template>
      </el-table-column>
      <el-table-column
        label="From"
        width="190"
      >
        <template #default="{ row }">
          <NuxtLink :to="`/jobs/${row.jobId}/dossier`">
            job {{ row.job }}
          </NuxtLink> <span class="mono">{{ row.tag }}</span>
          <div class="quiet">
            {{ row.by }}, {{ moment(row.at) }}
          </div>
        </template>
      </el-table-column>
      <el-table-column
        label="What became of it"
        min-width="220"
      >
        <template #default="{ row }">
          <el-button
            v-if="row.status === 'open' && session.may('sheet:write')"
            @click="ask(row as ProposalRow)"
          >
            Decide
          </el-button>
          <span
            v-else-if="row.status === 'open'"
            class="quiet"
          >waits for a decision</span>
          <template v-else>
            <b>{{ row.status }}</b> by {{ row.decidedBy }}: {{ row.reason }}
          </template>
        </template>
      </el-table-column>
    </el-table>
    <el-table
      v-if="departures.length > 0"
      :data="departures"
      :row-key="(row: { sheet: string, step: string }) => `${row.sheet} ${row.step}`"
      class="departures"
    >
      <el-table-column
        label="Departed from"
        min-width="280"
      >
        <template #default="{ row }">
          <NuxtLink
            class="name"
            :to="`/sheets/${row.sheet}`"
          >
            {{ row.title }}
          </NuxtLink>
          <div>{{ row.stepTitle }}</div>
        </template>
      </el-table-column>
      <el-table-column
        label="Times"
        prop="times"
        width="80"
        align="right"
        class-name="mono"
      />
      <el-table-column
        label="Units"
        width="150"
      >
        <template #default="{ row }">
          <span class="mono">{{ row.tags.join(' ') }}</span>
        </template>
      </el-table-column>
      <el-table-column
        label="Why"
        min-width="220"
      >
        <template #default="{ row }">
          {{ row.reasons.join(' · ') }}
        </template>
      </el-table-column>
      <el-table-column
        label="What became of it"
        min-width="220"
      >
        <template #default="{ row }">
          <div v-if="row.decided">
            <b>{{ row.decided.says === 'changed' ? 'written otherwise' : 'stays as it is' }}</b> by {{ row.decided.by }}: {{ row.decided.reason }}
          </div>
          <el-button
            v-if="row.open > 0 && session.may('sheet:write')"
            @click="ask(row as DepartedRow)"
          >
            Decide{{ row.decided ? ` on ${row.open} since` : '' }}
          </el-button>
        </template>
      </el-table-column>
    </el-table>
    <AskDialog
      v-model="isOpen"
      title="What becomes of it?"
      act="Decide"
      :ready="reason.trim().length >= 3"
      :busy="busy"
      @act="submit"
    >
      <p v-if="asked">
        <b>{{ about.name }}</b>: {{ about.text }}
      </p>
      <el-radio-group
        v-model="says"
        class="ways"
      >
        <el-radio
          v-for="way in WAYS.filter(one => one.value !== 'accepted' || (asked && isFigure(asked)))"
          :key="way.value"
          :value="way.value"
          :label="way.label"
        />
      </el-radio-group>
      <el-input
        v-model="reason"
        type="textarea"
        class="grows"
        aria-label="Reason"
        placeholder="why; who would have it otherwise reads this"
        maxlength="1200"
      />
      <RefusalNote :text="problem" />
    </AskDialog>
  </section>
</template>

<style scoped>
.card { padding: 16px 22px 20px; }
.name { font: 600 17px/1.3 var(--label); }
.departures { margin-top: 14px; }
.ways { display: grid; margin: 8px 0; }
</style>
