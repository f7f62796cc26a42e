<script setup lang="ts">
import { computed } from 'vue'

/** How far something has come from new, at the left, to its limit, the thick stroke; beyond it the needle stands in the open. */
const { share, label } = defineProps<{ share: number, label: string }>()

const [NEW, LIMIT, END] = [4, 84, 100]
const x = computed(() => Math.min(END - 2, Math.max(2, NEW + share * (LIMIT - NEW))))
const state = computed(() => share >= 1 ? 'over' : share >= 0.8 ? 'near' : 'well')
</script>

<template>
  <svg
    class="needle"
    :class="state"
    viewBox="0 0 100 16"
    role="img"
    :aria-label="label"
  >
    <path
      class="scale"
      :d="`M${NEW} 13 H${END}`"
    />
    <path
      class="zone"
      :d="`M${NEW} 13 H${LIMIT}`"
    />
    <path
      class="limit"
      :d="`M${LIMIT} 3 V15`"
    />
    <path
      class="hand"
      :d="`M${x} 2 V13 M${x - 3} 2 h6 l-3 5 z`"
    />
  </svg>
</template>

<style scoped>
.needle { width: 100px; height: 16px; flex: none; overflow: visible; }
path { fill: none; stroke: var(--rule-strong); stroke-width: 1; }
.zone { stroke: var(--verdigris); stroke-width: 3; }
.limit { stroke: var(--oxide); stroke-width: 2.5; }
.hand { stroke: var(--ink); fill: var(--ink); stroke-width: 1.6; }
.near .hand { stroke: var(--brass); fill: var(--brass); }
.over .hand { stroke: var(--oxide); fill: var(--oxide); }
</style>
