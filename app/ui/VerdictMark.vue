<script setup lang="ts">
import { computed } from 'vue'
import type { Verdict } from '#core'

/** A verdict as a shape, a word and a colour: a filled circle, a half circle on an edge, a diamond outside. */
const { verdict, by = '' } = defineProps<{ verdict: Verdict, by?: string }>()
const word = computed(() => ({ in: 'IN', doubtful: 'DOUBTFUL', out: 'OUT' })[verdict])
</script>

<template>
  <span
    class="verdict"
    :class="verdict"
  >
    <svg
      viewBox="0 0 20 20"
      aria-hidden="true"
    >
      <circle
        v-if="verdict === 'in'"
        cx="10"
        cy="10"
        r="7"
      />
      <template v-else-if="verdict === 'doubtful'">
        <path d="M10 3a7 7 0 0 0 0 14z" />
        <path
          class="edge"
          d="M10 1v18"
        />
      </template>
      <path
        v-else
        d="M10 1 19 10 10 19 1 10z"
      />
    </svg>
    {{ by ? `${word} ${by}` : word }}
  </span>
</template>

<style scoped>
.verdict { display: inline-flex; align-items: center; gap: 7px; font: 600 17px/1.1 var(--label); letter-spacing: .02em; white-space: nowrap; }
svg { width: 17px; height: 17px; flex: none; fill: currentColor; }
.edge { stroke: currentColor; stroke-width: 2.5; }
.in { color: var(--verdigris); }
.doubtful { color: var(--brass); }
.out { color: var(--oxide); }
</style>
