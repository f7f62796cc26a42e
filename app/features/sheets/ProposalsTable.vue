<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { navigateTo } from '#app'
import type { ProposalRow, ProposalsAnswer } from '#shared/wire/drafts'
import { callApi } from '../../net/api'
import { useAnswer } from '../../net/use-answer'
import { useSessionStore } from '../../net/session-store'
import { useSubmit } from '../../net/use-submit'
import AskDialog from '../../ui/AskDialog.vue'
import { moment } from '../../ui/moment'
import RefusalNote from '../../ui/RefusalNote.vue'

/** What people at the benches would have otherwise: figures that are proposed for all of a kind, and steps that are departed from. */
const session = useSessionStore()
const answer = useAnswer<ProposalsAnswer>(() => 'proposals', () => callApi('/proposals'), 1)
onMounted(() => void answer.load())
const proposals = computed(() => answer.data.value?.proposals ?? [])
const departures = computed(() => answer.data.value?.departures ?? [])

const asked = ref<ProposalRow | null>(null)
const [says, reason] = [ref<'accepted' | 'changed' | 'refused'>('accepted'), ref('')]
const isOpen = computed({ get: () => asked.value !== null, set: (open) => { if (!open) asked.value = null } })
function ask(row: ProposalRow) {
  asked.value = row
  says.value = 'accepted'
  reason.value = ''
}
const { busy, problem, submit } = useSubmit(async () => {
  const { draft } = await callApi<{ draft: string | null }>(`/proposals/${asked.value!.id}`, {
    method: 'POST', body: { says: says.value, reason: reason.value.trim() },
  })
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
    v-if="proposals.length + departures.length > 0"
    class="plate card"
    aria-label="Departures and proposals"
  >
    <h2>Departures and proposals</h2>
    <p class="quiet">
      What the benches would have otherwise: figures proposed for all machines of a kind, and steps that the work departs from.
    </p>
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
        <b>{{ asked.name }}</b>: {{ asked.says }}, by {{ asked.source }}. {{ asked.note }}
      </p>
      <el-radio-group
        v-model="says"
        class="ways"
      >
        <el-radio
          v-for="way in WAYS"
          :key="way.value"
          :value="way.value"
          :label="way.label"
        />
      </el-radio-group>
      <el-input
        v-model="reason"
        type="textarea"
        autosize
        aria-label="Reason"
        placeholder="why; whoever proposed it reads this"
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
