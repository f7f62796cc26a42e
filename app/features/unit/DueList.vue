<script setup lang="ts">
import { computed } from 'vue'
import type { DueAnswer, IntervalFit } from '#core'
import { DUE_WORDS, dueIn } from '../../ui/due-words'

/** All that makes a machine due, the earliest first. */
const { dues, interval } = defineProps<{ dues: readonly DueAnswer[], interval: IntervalFit }>()
const MOST = 4
const percent = (share: number | null) => `${Math.round((share ?? 0) * 100)} %`
/** What overhauls of the kind have found, as a hint for whoever sets its interval; nothing while too few have closed. */
const found = computed(() => {
  const { verdict, n, beyond, medianShare, highShare } = interval
  const worn = `the worst position was ${percent(medianShare)} of the way to its limit in the middle, ${percent(highShare)} in one of ten`
  switch (verdict) {
    case 'too early': return `Machines of this kind come early: in ${n} overhauls ${worn}.`
    case 'too late': return `Machines of this kind come late: in ${beyond} of ${n} overhauls a position was beyond its limit.`
    case 'right': return `Machines of this kind come at the right time: in ${n} overhauls ${worn}.`
    default: return ''
  }
})
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
  <p
    v-if="found"
    class="quiet found"
  >
    {{ found }}
  </p>
</template>

<style scoped>
ol { list-style: none; margin: 0; padding: 0; }
li { display: grid; grid-template-columns: 96px 1fr; gap: 12px; padding: 7px 0 7px 10px; border-left: 4px solid var(--rule); }
li.late { border-left-color: var(--oxide); background: var(--oxide-tint); }
li.soon { border-left-color: var(--brass-line); background: var(--brass-tint); }
small { display: block; }
.found { margin-top: 8px; }
</style>
