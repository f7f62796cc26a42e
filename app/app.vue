<script setup lang="ts">
import AppFrame from './ui/AppFrame.vue'
</script>

<template>
  <AppFrame>
    <NuxtPage />
  </AppFrame>
</template>
