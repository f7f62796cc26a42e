<script setup lang="ts">
import { computed, onMounted } from 'vue'
import { navigateTo } from '#app'
import { useSessionStore } from '../../net/session-store'
import StateNote from '../../ui/StateNote.vue'
import DocumentView from './DocumentView.vue'
import DraftOrigin from './DraftOrigin.vue'
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
