<script setup lang="ts">
import { computed } from 'vue'
import { navigateTo } from '#app'
import { useSessionStore } from '../../net/session-store'
import FetchNote from '../../ui/FetchNote.vue'
import DocumentView from './DocumentView.vue'
import DraftOrigin from './DraftOrigin.vue'
import DraftEditor from './editor/DraftEditor.vue'
import { provideDraft } from './editor/use-draft'

/** A sheet that is being written: at the desk of who may write it, to be read by everybody else. */
const { id } = defineProps<{ id: string }>()
const session = useSessionStore()
const desk = provideDraft(id)
const { answer, document, problem } = desk
void desk.load()
const isOpen = computed(() => answer.value?.status === 'open' || answer.value?.status === 'ready')
const isWritten = computed(() => isOpen.value && session.may('sheet:write'))
</script>

<template>
  <div class="draft">
    <FetchNote
      v-if="!answer || !document"
      :problem="answer ? '' : problem"
      what="This draft"
      loading="Fetching the draft …"
      :back="{ to: '/sheets', text: 'Back to the library' }"
    />
    <template v-else-if="isWritten">
      <header class="head">
        <p class="eyebrow">
          {{ document.family }}
        </p>
        <h1>{{ document.title }}</h1>
        <DraftOrigin :draft="answer" />
      </header>
      <DraftEditor @released="navigateTo(`/sheets/${answer.key}`)" />
    </template>
    <DocumentView
      v-else
      :sheet="document"
    >
      <template #head>
        <DraftOrigin :draft="answer" />
      </template>
    </DocumentView>
  </div>
</template>

<style scoped>
.draft { max-width: 1240px; margin: 0 auto; padding: 16px 20px 24px; }
.head { margin-bottom: 10px; }
</style>
