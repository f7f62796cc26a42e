<script setup lang="ts">
import type { DueAnswer } from '#core'
import { DUE_WORDS, dueIn } from '../../ui/due-words'

/** All that makes a machine due, the earliest first. */
const { dues } = defineProps<{ dues: readonly DueAnswer[] }>()
const MOST = 4
</script>

<template>
  <p
    v-if="dues.length === 0"
    class="quiet"
  >
    Nothing makes it due: no date, no hours, and no limit that can be told.
  </p>
  <ol v-else>
    <li
      v-for="(due, i) in dues.slice(0, MOST)"
      :key="`${due.reason} ${due.what}`"
      :class="i === 0 ? dueIn(due.day).state : 'later'"
    >
      <span class="when mono">{{ due.day }}</span>
      <span><b>{{ dueIn(due.day).text }}</b>, {{ DUE_WORDS[due.reason] }}<small class="quiet">{{ due.what }}</small></span>
    </li>
  </ol>
</template>

<style scoped>
ol { list-style: none; margin: 0; padding: 0; }
li { display: grid; grid-template-columns: 96px 1fr; gap: 12px; padding: 7px 0 7px 10px; border-left: 4px solid var(--rule); }
li.late { border-left-color: var(--oxide); background: var(--oxide-tint); }
li.soon { border-left-color: var(--brass-line); background: var(--brass-tint); }
small { display: block; }
</style>
