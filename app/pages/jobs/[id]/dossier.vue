<script setup lang="ts">
import DossierView from '../../../features/dossier/DossierView.vue'

const route = useRoute()
useHead({ title: 'Dossier · Needler' })
</script>

<template>
  <DossierView :job-id="String(route.params.id)" />
</template>
