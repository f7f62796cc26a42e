<script setup lang="ts">
import OfficeView from '../features/office/OfficeView.vue'

useHead({ title: 'Office · Needler' })
</script>

<template>
  <OfficeView />
</template>
