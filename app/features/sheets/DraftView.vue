<script setup lang="ts">
import { computed, onMounted } from 'vue'
import { navigateTo } from '#app'
import { useSessionStore } from '../../net/session-store'
import { moment } from '../../ui/moment'
import StateNote from '../../ui/StateNote.vue'
import DocumentView from './DocumentView.vue'
import DraftEditor from './editor/DraftEditor.vue'
import { provideDraft } from './editor/use-draft'

/** A sheet that is being written: at the desk of who may write it, to be read by everybody else. */
const { id } = defineProps<{ id: string }>()
const session = useSessionStore()
const desk = provideDraft(id)
const { answer, document, problem } = desk
onMounted(() => void desk.load())
const isOpen = computed(() => answer.value?.status === 'open' || answer.value?.status === 'ready')
const isWritten = computed(() => isOpen.value && session.may('sheet:write'))
const ORIGIN = { job: 'Written at the bench', import: 'Brought in', revision: 'Next revision', copy: 'Copy of another sheet', frame: 'Begun from a frame' }
const STATUS = { open: 'Draft', ready: 'Draft, handed in', released: 'Released', dropped: 'Given up' }
</script>

<template>
  <div class="draft">
    <StateNote
      v-if="problem && !answer"
      kind="problem"
      title="This draft cannot be shown"
      :text="problem"
    >
      <NuxtLink to="/sheets">
        Back to the library
      </NuxtLink>
    </StateNote>
    <StateNote
      v-else-if="!answer || !document"
      kind="loading"
      title="Fetching the draft …"
    />
    <template v-else>
      <header class="head">
        <p class="eyebrow">
          {{ document.family }}
        </p>
        <h1>{{ document.title }}</h1>
        <p class="from">
          <b>{{ STATUS[answer.status] }}<template v-if="answer.releasedAs"> as revision {{ answer.releasedAs }}</template>.</b>
          {{ ORIGIN[answer.origin] }}{{ answer.basedOn ? `, from revision ${answer.basedOn}` : '' }}
          <template v-if="answer.jobId">
            in <NuxtLink :to="`/jobs/${answer.jobId}/dossier`">
              job {{ answer.job }}
            </NuxtLink> on {{ answer.tag }}, closed
          </template>
          by {{ answer.by }}, {{ moment(answer.at) }}<template v-if="answer.photos.length > 0">
            ; photos at its steps: <span class="mono">{{ answer.photos.length }}</span>
          </template>.
        </p>
      </header>
      <DraftEditor
        v-if="isWritten"
        @released="navigateTo(`/sheets/${answer.key}`)"
      />
      <DocumentView
        v-else
        :sheet="document"
      />
    </template>
  </div>
</template>

<style scoped>
.draft { max-width: 1240px; margin: 0 auto; padding: 16px 20px 24px; }
.head { margin-bottom: 10px; }
.from { display: inline-block; margin: 4px 0 0; background: var(--brass-tint); border-left: 6px solid var(--brass-line); padding: 6px 14px; }
</style>
