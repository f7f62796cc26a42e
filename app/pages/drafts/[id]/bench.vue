<script setup lang="ts">
import { PracticeOf } from '../../../features/practice'
import { callApi } from '../../../net/api'
import type { DraftAnswer } from '#shared/wire/drafts'

const route = useRoute()
const id = String(route.params.id)
const fetch = async () => (await callApi<DraftAnswer>(`/drafts/${id}`)).document
useHead({ title: 'Practice · Needler' })
</script>

<template>
  <PracticeOf
    :fetch="fetch"
    :back="`/drafts/${id}`"
  />
</template>
