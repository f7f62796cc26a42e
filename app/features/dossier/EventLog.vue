<script setup lang="ts">
import { ref, watch } from 'vue'
import { eventName } from '#core'
import type { Dossier } from '#shared/wire/dossier'
import { callApi, sentenceOf } from '../../net/api'
import RefusalNote from '../../ui/RefusalNote.vue'
import { moment } from '../../ui/moment'

const { jobId, events, total } = defineProps<{ jobId: string, events: Dossier['events'], total: number, refused: Dossier['refused'] }>()
const shown = ref<Dossier['events']>([])
const [problem, busy] = [ref(''), ref(false)]
watch(() => events, (first) => { shown.value = [...first] }, { immediate: true })

async function more() {
  busy.value = true
  problem.value = ''
  try {
    const page = await callApi<Dossier>(`/jobs/${jobId}/dossier`, { query: { after: shown.value.length } })
    shown.value = [...shown.value, ...page.events]
  } catch (error) {
    problem.value = sentenceOf(error)
  } finally {
    busy.value = false
  }
}
function subject(event: Dossier['events'][number]): string {
  const body = event.body as Record<string, unknown>
  return String(body.step ?? body.mark ?? body.position ?? body.part ?? body.choice ?? body.text ?? body.reason ?? '')
}
</script>

<template>
  <details class="plate card">
    <summary><h2>The log, entry by entry</h2></summary>
    <el-table
      :data="shown"
      row-key="id"
      class="log"
      aria-label="Entries of the log"
    >
      <el-table-column
        label="No."
        prop="seq"
        width="76"
        align="right"
        class-name="mono"
      />
      <el-table-column
        label="When"
        width="170"
        class-name="mono"
      >
        <template #default="{ row }">
          {{ moment(row.happenedAt) }}
        </template>
      </el-table-column>
      <el-table-column
        label="What"
        min-width="180"
      >
        <template #default="{ row }">
          {{ eventName(row.type) }}
        </template>
      </el-table-column>
      <el-table-column
        label="Of"
        min-width="180"
        class-name="mono"
      >
        <template #default="{ row }">
          {{ subject(row as Dossier['events'][number]) }}
        </template>
      </el-table-column>
      <el-table-column
        label="Who"
        prop="actor.name"
        min-width="130"
      />
    </el-table>
    <RefusalNote :text="problem" />
    <el-button
      v-if="shown.length < total"
      :loading="busy"
      @click="more"
    >
      Show more ({{ total - shown.length }} of {{ total }})
    </el-button>
    <template v-if="refused.length">
      <h2>Not taken into the log</h2>
      <ul>
        <li
          v-for="entry in refused"
          :key="entry.id"
        >
          {{ entry.type }}, {{ entry.by }}, {{ moment(entry.at) }}: {{ entry.message }}
        </li>
      </ul>
    </template>
  </details>
</template>

<style scoped>
.card { padding: 12px 22px; }
summary { cursor: pointer; min-height: 44px; display: flex; align-items: center; }
summary::before { content: '▸'; margin-right: 10px; color: var(--scribe); }
details[open] summary::before { content: '▾'; }
h2 { font-size: 20px; }
</style>
