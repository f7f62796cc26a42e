<script setup lang="ts">
import { computed } from 'vue'
import type { DraftAnswer } from '#shared/wire/drafts'
import { moment } from '../../ui/moment'

/** Where a draft comes from, and how far it is. */
const { draft } = defineProps<{ draft: DraftAnswer }>()
const ORIGIN = { job: 'Written at the bench', import: 'Brought in', revision: 'Next revision', copy: 'Copy of another sheet', frame: 'Begun from a frame' }
const STATUS = { open: 'Draft', ready: 'Draft, handed in', released: 'Released', dropped: 'Given up' }
const state = computed(() => draft.releasedAs === null ? STATUS[draft.status] : `${STATUS[draft.status]} as revision ${draft.releasedAs}`)
const origin = computed(() => draft.basedOn === null ? ORIGIN[draft.origin] : `${ORIGIN[draft.origin]}, from revision ${draft.basedOn}`)
const photos = computed(() => draft.photos.length === 0 ? '' : `; ${draft.photos.length} ${draft.photos.length === 1 ? 'photo' : 'photos'} at its steps`)
</script>

<template>
  <p class="from">
    <b>{{ state }}.</b> {{ origin }}
    <template v-if="draft.jobId">
      in <NuxtLink :to="`/jobs/${draft.jobId}/dossier`">
        job {{ draft.job }}
      </NuxtLink> on {{ draft.tag }}, closed
    </template>
    by {{ draft.by }}, {{ moment(draft.at) }}{{ photos }}.
  </p>
</template>

<style scoped>
.from { display: inline-block; margin: 4px 0 0; background: var(--brass-tint); border-left: 6px solid var(--brass-line); padding: 6px 14px; }
</style>
