<script setup lang="ts">
import BenchView from '../../../features/bench/BenchView.vue'

const route = useRoute()
useHead({ title: 'Bench · Needler' })
</script>

<template>
  <BenchView :job-id="String(route.params.id)" />
</template>
