<script setup lang="ts">
import SheetsView from '../../features/sheets/SheetsView.vue'

useHead({ title: 'Sheets · Needler' })
</script>

<template>
  <SheetsView />
</template>
