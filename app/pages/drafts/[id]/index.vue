<script setup lang="ts">
import DraftView from '../../../features/sheets/DraftView.vue'

const route = useRoute()
useHead({ title: 'Draft · Needler' })
</script>

<template>
  <DraftView :id="String(route.params.id)" />
</template>
