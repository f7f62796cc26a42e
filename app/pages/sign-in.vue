<script setup lang="ts">
import SignInForm from '../features/session/SignInForm.vue'

useHead({ title: 'Sign in · Needler' })
</script>

<template>
  <SignInForm />
</template>
