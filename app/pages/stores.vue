<script setup lang="ts">
import StoresView from '../features/stores/StoresView.vue'

useHead({ title: 'Stores · Needler' })
</script>

<template>
  <StoresView />
</template>
