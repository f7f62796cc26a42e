<script setup lang="ts">
import ReadingsView from '../../../features/readings/ReadingsView.vue'
import JobGate from '../../../job/JobGate.vue'

const route = useRoute()
useHead({ title: 'Readings · Needler' })
</script>

<template>
  <JobGate
    :job-id="String(route.params.id)"
    what="These readings"
  >
    <ReadingsView />
  </JobGate>
</template>
