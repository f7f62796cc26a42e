<script setup lang="ts">
import { onMounted } from 'vue'
import type { DraftAnswer } from '#shared/wire/drafts'
import { callApi } from '../../net/api'
import { useAnswer } from '../../net/use-answer'
import { moment } from '../../ui/moment'
import StateNote from '../../ui/StateNote.vue'
import DocumentView from './DocumentView.vue'

/** What an overhaul has left behind: its sheet as it was written at the bench, with its gaps. */
const { id } = defineProps<{ id: string }>()
const answer = useAnswer<DraftAnswer>(() => `draft ${id}`, () => callApi(`/drafts/${id}`), 1)
onMounted(() => void answer.load())
</script>

<template>
  <div class="draft">
    <StateNote
      v-if="answer.problem.value"
      kind="problem"
      title="This draft cannot be shown"
      :text="answer.problem.value"
    >
      <NuxtLink to="/sheets">
        Back to the library
      </NuxtLink>
    </StateNote>
    <StateNote
      v-else-if="!answer.data.value"
      kind="loading"
      title="Fetching the draft …"
    />
    <DocumentView
      v-else
      :sheet="answer.data.value.document"
    >
      <template #head>
        <p class="from">
          <b>Draft.</b> Written by <NuxtLink :to="`/jobs/${answer.data.value.jobId}/dossier`">
            job {{ answer.data.value.job }}
          </NuxtLink> on {{ answer.data.value.tag }}, closed by {{ answer.data.value.by }}, {{ moment(answer.data.value.at) }};
          photos at its steps: <span class="mono">{{ answer.data.value.photos.length }}</span>.
        </p>
      </template>
    </DocumentView>
  </div>
</template>

<style scoped>
.draft { max-width: 1240px; margin: 0 auto; padding: 20px; }
.from { background: var(--brass-tint); border-left: 6px solid var(--brass-line); padding: 8px 14px; }
</style>
