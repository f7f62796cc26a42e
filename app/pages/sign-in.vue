<script setup lang="ts">
import SetUpForm from '../features/session/SetUpForm.vue'
import SignInForm from '../features/session/SignInForm.vue'
import { useSessionStore } from '../net/session-store'

useHead({ title: 'Sign in · Needler' })
const session = useSessionStore()
</script>

<template>
  <SetUpForm v-if="session.setUpWanted" />
  <SignInForm v-else />
</template>
