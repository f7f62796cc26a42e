<script setup lang="ts">
import OwnSecrets from '../features/session/OwnSecrets.vue'

useHead({ title: 'You · Needler' })
</script>

<template>
  <OwnSecrets />
</template>
