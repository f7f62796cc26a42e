<script setup lang="ts">
import { computed } from 'vue'

/** How far a job has come: a needle on a straight scale. */
const { done, total } = defineProps<{ done: number, total: number }>()
const share = computed(() => total > 0 ? done / total : 0)
</script>

<template>
  <span class="progress">
    <svg
      viewBox="0 0 100 14"
      preserveAspectRatio="none"
      aria-hidden="true"
    >
      <path
        class="scale"
        d="M0 10h100"
      />
      <path
        class="gone"
        :d="`M0 10h${share * 100}`"
      />
      <path
        class="needle"
        :d="`M${share * 98 + 1} 0v14`"
      />
    </svg>
    <span class="mono">{{ done }}/{{ total }}</span>
  </span>
</template>

<style scoped>
.progress { display: inline-flex; align-items: center; gap: 8px; }
svg { width: 74px; height: 14px; }
.mono { min-width: 5ch; }
path { vector-effect: non-scaling-stroke; fill: none; }
.scale { stroke: var(--rule); stroke-width: 4; }
.gone { stroke: var(--verdigris); stroke-width: 4; }
.needle { stroke: var(--ink); stroke-width: 2; }
</style>
