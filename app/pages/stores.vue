<script setup lang="ts">
import { StoresView } from '../features/stores'

useHead({ title: 'Stores · Needler' })
</script>

<template>
  <StoresView />
</template>
