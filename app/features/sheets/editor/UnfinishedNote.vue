<script setup lang="ts">
/** What is still being written and lacks something. */
defineProps<{ words: string }>()
</script>

<template>
  <p
    v-if="words"
    class="unfinished"
    role="status"
  >
    Not kept yet: {{ words }}. Say what is missing, or leave it out.
  </p>
</template>

<style scoped>
.unfinished { margin-block: 8px; color: var(--brass); font-weight: 500; }
</style>
