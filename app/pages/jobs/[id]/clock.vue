<script setup lang="ts">
import ClockView from '../../../features/clock/ClockView.vue'
import JobGate from '../../../job/JobGate.vue'

const route = useRoute()
useHead({ title: 'Clock · Needler' })
const on = computed(() => typeof route.query.on === 'string' ? route.query.on : undefined)
</script>

<template>
  <JobGate
    :job-id="String(route.params.id)"
    what="This clock"
  >
    <ClockView :on="on" />
  </JobGate>
</template>
