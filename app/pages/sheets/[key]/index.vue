<script setup lang="ts">
import SheetView from '../../../features/sheets/SheetView.vue'

const route = useRoute()
const sheet = String(route.params.key)
useHead({ title: `Sheet ${sheet} · Needler` })
</script>

<template>
  <SheetView :sheet="sheet" />
</template>
