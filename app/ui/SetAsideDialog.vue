<script setup lang="ts">
import type { JobEvent } from '#core'
import { useOutboxStore } from '../net/outbox-store'
import { moment } from './moment'

const open = defineModel<boolean>({ required: true })
const outbox = useOutboxStore()

const what: Record<string, string> = {
  'step-done': 'Tick', 'hold-released': 'Release', 'mark-made': 'Mark', 'mark-checked': 'Check of a mark', 'reading-taken': 'Reading',
  'part-bagged': 'Bag', 'part-disposed': 'Decision', 'note-added': 'Note', 'undone': 'Undo', 'job-closed': 'Closing',
}
function detail(event: JobEvent): string {
  const body = event.body as Record<string, unknown>
  if (event.type === 'reading-taken') return `${event.body.position}, ${event.body.stage}: ${event.body.typed.flat().join('; ')}`
  return String(body.text ?? body.step ?? body.mark ?? body.part ?? '')
}
</script>

<template>
  <el-dialog
    v-model="open"
    title="Set aside"
    width="620"
    :show-close="false"
    append-to-body
  >
    <p class="lead">
      The log did not take these. They stay here until you have read them; the office sees them in the record too.
    </p>
    <ul>
      <li
        v-for="entry in outbox.setAside"
        :key="entry.id"
      >
        <div>
          <strong>{{ what[entry.event.type] ?? entry.event.type }}</strong> <span class="mono">{{ detail(entry.event) }}</span>
          <p class="why">
            {{ entry.message }}
          </p>
          <small class="quiet">{{ entry.event.actor.name }}, {{ moment(entry.event.happenedAt) }}</small>
        </div>
        <el-button @click="outbox.dismiss(entry.id)">
          Drop it
        </el-button>
      </li>
    </ul>
    <template #footer>
      <el-button @click="open = false">
        Keep and close
      </el-button>
    </template>
  </el-dialog>
</template>

<style scoped>
.lead { margin-bottom: 12px; }
li { display: flex; gap: 16px; justify-content: space-between; align-items: start; padding: 10px 0; border-top: 1px solid var(--rule); }
.why { color: var(--oxide); }
</style>
