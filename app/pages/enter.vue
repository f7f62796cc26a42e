<script setup lang="ts">
import EnterForm from '../features/session/EnterForm.vue'

useHead({ title: 'Come in · Needler' })
</script>

<template>
  <EnterForm />
</template>
