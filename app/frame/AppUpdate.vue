<script setup lang="ts">
// A new version waits until the person lets it in: nothing reloads under a gloved hand, and the queue lies in IndexedDB.
const { $pwa } = useNuxtApp()
</script>

<template>
  <div
    v-if="$pwa?.needRefresh"
    class="update"
    role="status"
  >
    A new version of Needler is here.
    <button @click="$pwa.updateServiceWorker()">
      Load it now
    </button>
  </div>
</template>

<style scoped>
.update { display: flex; align-items: center; gap: 12px; padding: 6px 16px; background: var(--brass-tint); border-bottom: 1px solid var(--brass-line); }
button { min-height: 44px; background: none; border: 0; color: var(--scribe); text-decoration: underline; cursor: pointer; }
</style>
