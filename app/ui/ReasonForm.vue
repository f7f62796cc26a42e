<script setup lang="ts">
import { ref } from 'vue'

/** A reason that somebody signs with their name. */
defineProps<{ id: string, question: string, act: string }>()
const emit = defineEmits<{ sign: [reason: string] }>()
const reason = ref('')
</script>

<template>
  <form @submit.prevent="reason.trim() && emit('sign', reason.trim())">
    <label :for="id">{{ question }}</label>
    <el-input
      :id="id"
      v-model="reason"
      maxlength="300"
    />
    <el-button
      native-type="submit"
      :disabled="!reason.trim()"
    >
      {{ act }}
    </el-button>
  </form>
</template>

<style scoped>
form { display: flex; flex-direction: column; gap: 6px; margin-top: 8px; }
</style>
