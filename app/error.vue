<script setup lang="ts">
import type { NuxtError } from '#app'
import AppFrame from './frame/AppFrame.vue'
import StateNote from './ui/StateNote.vue'

const { error } = defineProps<{ error: NuxtError }>()
const missing = error.statusCode === 404
</script>

<template>
  <AppFrame>
    <StateNote
      kind="problem"
      :title="missing ? 'There is nothing at this address' : 'This page broke'"
      :text="missing ? 'It may have been mistyped, or the thing has another name now.' : 'What you entered is kept on this device. Go back to the yard and try again.'"
    >
      <el-button @click="clearError({ redirect: '/' })">
        To the yard
      </el-button>
    </StateNote>
  </AppFrame>
</template>
