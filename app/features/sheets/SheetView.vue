<script setup lang="ts">
import { onMounted, ref, shallowRef } from 'vue'
import type { SheetDocument } from '#core'
import type { SheetRow } from '#shared/wire/types'
import { callApi, sentenceOf } from '../../net/api'
import { fetchSheet } from '../../net/sheets'
import StateNote from '../../ui/StateNote.vue'
import DocumentView from './DocumentView.vue'

/** The newest released revision of a sheet. */
const { sheet: key } = defineProps<{ sheet: string }>()
const sheet = shallowRef<SheetDocument>()
const problem = ref('')

onMounted(async () => {
  try {
    const row = (await callApi<SheetRow[]>('/sheets')).find(one => one.key === key)
    if (row) sheet.value = await fetchSheet(row)
    else problem.value = `There is no sheet "${key}".`
  } catch (error) {
    problem.value = sentenceOf(error)
  }
})
</script>

<template>
  <div class="sheet">
    <StateNote
      v-if="problem"
      kind="problem"
      title="This sheet cannot be shown"
      :text="problem"
    >
      <NuxtLink to="/sheets">
        Back to the library
      </NuxtLink>
    </StateNote>
    <StateNote
      v-else-if="!sheet"
      kind="loading"
      title="Fetching the sheet …"
    />
    <DocumentView
      v-else
      :sheet="sheet"
    />
  </div>
</template>

<style scoped>
.sheet { max-width: 1240px; margin: 0 auto; padding: 20px; }
</style>
