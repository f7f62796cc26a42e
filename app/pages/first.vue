<script setup lang="ts">
import { FirstDayView } from '../features/first-day'

useHead({ title: 'First day · Needler' })
</script>

<template>
  <FirstDayView />
</template>
