<script setup lang="ts">
import { useZone } from '../ui/moment'
import { liveJob } from './job-store'
import { provideBench } from './use-bench'

/** Lays the open job on the bench for what stands on it. There must be one. */
const job = liveJob()
provideBench(job)
useZone(() => job.meta.timeZone)
</script>

<template>
  <slot />
</template>
