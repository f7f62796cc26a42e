<script setup lang="ts">
/** The sentence that says what could not be done, and why; nothing without one. */
defineProps<{ text: string | null | undefined }>()
</script>

<template>
  <p
    v-if="text"
    class="refusal"
    role="alert"
  >
    <Icon name="ph:warning" /> {{ text }}
  </p>
</template>

<style scoped>
.refusal { color: var(--oxide); font-weight: 500; margin-block: 8px; }
</style>
