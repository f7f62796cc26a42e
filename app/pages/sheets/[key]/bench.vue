<script setup lang="ts">
import { PracticeOf } from '../../../features/practice'
import { callApi } from '../../../net/api'
import { fetchSheet } from '../../../net/sheets'
import type { SheetAnswer } from '#shared/wire/drafts'

const route = useRoute()
const key = String(route.params.key)
/** The revision that was looked at, else the newest. */
async function fetch() {
  const { revisions } = await callApi<SheetAnswer>(`/sheets/${encodeURIComponent(key)}`)
  const { revision, sha256 } = revisions.find(one => String(one.revision) === route.query.revision) ?? revisions[0]!
  return fetchSheet({ key, revision, sha256 })
}
useHead({ title: 'Practice · Needler' })
</script>

<template>
  <PracticeOf
    :fetch="fetch"
    :back="`/sheets/${key}`"
  />
</template>
