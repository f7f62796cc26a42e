<script setup lang="ts">
import { onBeforeUnmount, onMounted } from 'vue'
import FetchNote from '../ui/FetchNote.vue'
import { useJobStore } from './job-store'
import JobGround from './JobGround.vue'

/** Opens a job as long as it is shown; what stands inside has a bench under it. */
const { jobId, what } = defineProps<{ jobId: string, what: string }>()
const job = useJobStore()
onMounted(() => void job.open(jobId))
onBeforeUnmount(() => job.close())
</script>

<template>
  <FetchNote
    v-if="job.problem || !job.sheet"
    :problem="job.problem"
    :what="what"
    loading="Laying out the job …"
    :back="{ to: '/', text: 'Back to the yard' }"
  />
  <JobGround v-else>
    <slot />
  </JobGround>
</template>
