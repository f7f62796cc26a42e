<script setup lang="ts">
import YardView from '../features/yard/YardView.vue'

useHead({ title: 'Yard · Needler' })
</script>

<template>
  <YardView />
</template>
