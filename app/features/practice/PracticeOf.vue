<script setup lang="ts">
import { onMounted, ref, shallowRef } from 'vue'
import type { SheetDocument } from '#core'
import { sentenceOf } from '../../net/api'
import FetchNote from '../../ui/FetchNote.vue'
import PracticeView from './PracticeView.vue'

/** Fetches a document and lays it on the bench. */
const { fetch, back } = defineProps<{ fetch: () => Promise<SheetDocument>, back: string }>()
const sheet = shallowRef<SheetDocument>()
const problem = ref('')
onMounted(async () => {
  try {
    sheet.value = await fetch()
  } catch (error) {
    problem.value = sentenceOf(error)
  }
})
</script>

<template>
  <FetchNote
    v-if="problem || !sheet"
    :problem="problem"
    what="This sheet"
    loading="Laying out a made-up machine …"
    :back="{ to: '/sheets', text: 'Back to the library' }"
  />
  <PracticeView
    v-else
    :sheet="sheet"
    :back="back"
  />
</template>
