<script setup lang="ts">
import type { Verdict } from '#core'
import VerdictMark from '../../ui/VerdictMark.vue'

/** One stage of a position in the table: mean and verdict, still due, or not asked for. */
const { text, verdict, due } = defineProps<{ text: string | null, verdict: Verdict | undefined, due: boolean }>()
</script>

<template>
  <td class="num">
    <template v-if="text && verdict">
      {{ text }} <VerdictMark
        class="mark"
        :verdict="verdict"
      />
    </template>
    <span
      v-else-if="due"
      class="due"
    >to measure</span>
    <span
      v-else
      class="none"
      aria-label="not asked for"
    >·</span>
  </td>
</template>

<style scoped>
.mark { display: flex; justify-content: end; font-size: 14px; }
.due { color: var(--brass); font-family: var(--text); font-size: 14px; }
.none { color: var(--slate); }
</style>
