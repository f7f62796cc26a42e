<script setup lang="ts">
import { onMounted, ref, shallowRef } from 'vue'
import type { SheetDocument } from '#core'
import { sentenceOf } from '../../net/api'
import StateNote from '../../ui/StateNote.vue'
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
  <StateNote
    v-if="problem"
    kind="problem"
    title="This sheet cannot be tried"
    :text="problem"
  >
    <NuxtLink to="/sheets">
      Back to the library
    </NuxtLink>
  </StateNote>
  <StateNote
    v-else-if="!sheet"
    kind="loading"
    title="Laying out a made-up machine …"
  />
  <PracticeView
    v-else
    :sheet="sheet"
    :back="back"
  />
</template>
