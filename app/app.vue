<script setup lang="ts">
import AppFrame from './frame/AppFrame.vue'
</script>

<template>
  <AppFrame>
    <NuxtPage />
  </AppFrame>
</template>
