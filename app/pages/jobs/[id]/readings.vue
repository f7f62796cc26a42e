<script setup lang="ts">
import ReadingsView from '../../../features/readings/ReadingsView.vue'

const route = useRoute()
useHead({ title: 'Readings · Needler' })
</script>

<template>
  <ReadingsView :job-id="String(route.params.id)" />
</template>
