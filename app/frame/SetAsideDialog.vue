<script setup lang="ts">
import { ref } from 'vue'
import { eventName, type JobEvent } from '#core'
import AskDialog from '../ui/AskDialog.vue'
import { sentenceOf } from '../net/api'
import { useOutboxStore, type Stranded } from '../net/outbox-store'
import { useSessionStore } from '../net/session-store'
import RefusalNote from '../ui/RefusalNote.vue'
import { moment } from '../ui/moment'

const open = defineModel<boolean>({ required: true })
const outbox = useOutboxStore()
const session = useSessionStore()
const problem = ref('')

async function sendFor(other: Stranded) {
  problem.value = ''
  try {
    await outbox.sendFor(other)
  } catch (error) {
    problem.value = sentenceOf(error)
  }
}

function detail(event: JobEvent): string {
  const body = event.body as Record<string, unknown>
  if (event.type === 'reading-taken') return `${event.body.position}, ${event.body.stage}: ${event.body.typed.flat().join('; ')}`
  return String(body.text ?? body.step ?? body.mark ?? body.part ?? '')
}
</script>

<template>
  <AskDialog
    v-model="open"
    :title="outbox.setAside.length ? 'Set aside' : 'Left here'"
    :width="680"
    leave="Keep and close"
  >
    <section v-if="outbox.stranded.length">
      <h3>Left here by others</h3>
      <ul>
        <li
          v-for="other in outbox.stranded"
          :key="other.id"
        >
          <div>
            <strong>{{ other.name }}</strong> <span class="mono">{{ other.count }} waiting</span>
            <p class="quiet">
              It is sent when they sign in on this device.<template v-if="session.may('work:enter-for')">
                If they are gone, you send it; the record says that you entered it for them.
              </template>
            </p>
          </div>
          <div
            v-if="session.may('work:enter-for')"
            class="choices"
          >
            <el-button @click="sendFor(other)">
              Enter for them
            </el-button>
          </div>
        </li>
      </ul>
      <RefusalNote :text="problem" />
    </section>
    <p
      v-if="outbox.setAside.length"
      class="lead"
    >
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
