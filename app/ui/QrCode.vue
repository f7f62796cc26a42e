<script setup lang="ts">
import { computed } from 'vue'
import { encode } from 'uqr'

/** A square code for a camera, drawn so that it can be printed; always dark on light, whatever the theme. */
const { text, label } = defineProps<{ text: string, label: string }>()
const code = computed(() => encode(text, { ecc: 'M', border: 3 }))
const path = computed(() => code.value.data.flatMap((row, y) => row.flatMap((isDark, x) => isDark ? `M${x} ${y}h1v1h-1z` : [])).join(''))
</script>

<template>
  <svg
    class="code"
    role="img"
    :aria-label="label"
    :viewBox="`0 0 ${code.size} ${code.size}`"
    shape-rendering="crispEdges"
  >
    <rect
      width="100%"
      height="100%"
      fill="#fff"
    />
    <path
      :d="path"
      fill="#000"
    />
  </svg>
</template>

<style scoped>
.code { display: block; width: 216px; max-width: 100%; aspect-ratio: 1; border: 1px solid var(--rule); }
</style>
