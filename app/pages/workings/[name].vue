<script setup lang="ts">
import WorkingsView from '../../features/workings/WorkingsView.vue'

const route = useRoute()
useHead({ title: 'Workings · Needler' })
</script>

<template>
  <WorkingsView :name="String(route.params.name)" />
</template>
