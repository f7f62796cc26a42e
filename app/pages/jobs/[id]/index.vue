<script setup lang="ts">
import { BenchView } from '../../../features/bench'
import JobGate from '../../../job/JobGate.vue'

const route = useRoute()
useHead({ title: 'Bench · Needler' })
</script>

<template>
  <JobGate
    :job-id="String(route.params.id)"
    what="This job"
  >
    <BenchView />
  </JobGate>
</template>
