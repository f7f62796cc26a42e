<script setup lang="ts">
/** A small name over what is filled in. */
defineProps<{ name: string }>()
</script>

<template>
  <label><span class="eyebrow">{{ name }}</span><slot /></label>
</template>

<style scoped>
.eyebrow { display: block; margin-bottom: 4px; }
</style>
