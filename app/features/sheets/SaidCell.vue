<script setup lang="ts">
import type { SheetSaid } from '#shared/wire/drafts'
import SaidCounts from './SaidCounts.vue'

/** What the checker says of a whole document, in a line of a list. */
defineProps<{ said: SheetSaid | null | undefined }>()
</script>

<template>
  <span
    v-if="said === undefined"
    class="quiet"
    title="The checker has not read it yet"
  >…</span>
  <span
    v-else-if="said === null"
    class="quiet"
  >cannot be read</span>
  <span
    v-else
    class="said"
  ><SaidCounts
    :said="said"
    brief
  /></span>
</template>

<style scoped>
.said { display: flex; flex-wrap: wrap; gap: 2px 12px; }
.said :deep(b) { color: var(--ink); }
</style>
