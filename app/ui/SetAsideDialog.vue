<script setup lang="ts">
import type { JobEvent } from '#core'
import AskDialog from './AskDialog.vue'
import { useOutboxStore } from '../net/outbox-store'
import { eventName } from './event-name'
import { moment } from './moment'

const open = defineModel<boolean>({ required: true })
const outbox = useOutboxStore()

function detail(event: JobEvent): string {
  const body = event.body as Record<string, unknown>
  if (event.type === 'reading-taken') return `${event.body.position}, ${event.body.stage}: ${event.body.typed.flat().join('; ')}`
  return String(body.text ?? body.step ?? body.mark ?? body.part ?? '')
}
</script>

<template>
  <AskDialog
    v-model="open"
    title="Set aside"
    :width="680"
    leave="Keep and close"
  >
    <p class="lead">
      The log did not take these, most often because somebody else was faster. Keep them here, drop them, or send one again as something that happens now. The record names them either way.
    </p>
    <ul>
      <li
        v-for="entry in outbox.setAside"
        :key="entry.id"
      >
        <div>
          <strong>{{ eventName(entry.event.type) }}</strong> <span class="mono">{{ detail(entry.event) }}</span>
          <p class="why">
            {{ entry.message }}
          </p>
          <small class="quiet">{{ entry.event.actor.name }}, {{ moment(entry.event.happenedAt) }}</small>
        </div>
        <div class="choices">
          <el-button
            v-if="!entry.signature"
            @click="outbox.sendAgain(entry.id)"
          >
            Send again as new
          </el-button>
          <el-button @click="outbox.dismiss(entry.id)">
            Drop it
          </el-button>
        </div>
      </li>
    </ul>
    <el-button
      v-if="outbox.setAside.filter(entry => !entry.signature).length > 1"
      type="primary"
      @click="outbox.sendAllAgain()"
    >
      Send all again, in order
    </el-button>
  </AskDialog>
</template>

<style scoped>
.lead { margin-bottom: 12px; }
li { display: flex; gap: 16px; justify-content: space-between; align-items: start; padding: 10px 0; border-top: 1px solid var(--rule); }
.choices { display: flex; flex-direction: column; gap: 6px; flex: none; }
.choices .el-button { margin: 0; }
.why { color: var(--oxide); }
</style>
