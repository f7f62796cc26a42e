<script setup lang="ts">
import { onBeforeUnmount, onMounted } from 'vue'
import StateNote from '../ui/StateNote.vue'
import { useJobStore } from './job-store'
import JobGround from './JobGround.vue'

/** Opens a job as long as it is shown; what stands inside has a bench under it. */
const { jobId, what } = defineProps<{ jobId: string, what: string }>()
const job = useJobStore()
onMounted(() => void job.open(jobId))
onBeforeUnmount(() => job.close())
</script>

<template>
  <StateNote
    v-if="job.problem"
    kind="problem"
    :title="`${what} cannot be shown`"
    :text="job.problem"
  >
    <NuxtLink to="/">
      Back to the yard
    </NuxtLink>
  </StateNote>
  <StateNote
    v-else-if="!job.sheet"
    kind="loading"
    title="Laying out the job …"
  />
  <JobGround v-else>
    <slot />
  </JobGround>
</template>
