<script setup lang="ts">
import type { SheetSaid } from '#shared/wire/drafts'
import SeverityMark from './SeverityMark.vue'

/** What the checker says of a whole document, in a line of a list: shapes and figures, the words for who hears or points. */
const { said } = defineProps<{ said: SheetSaid | null | undefined }>()
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
    v-else-if="said.faults === 0 && said.findings.length === 0"
    class="fine"
  ><Icon name="ph:check-circle" /> nothing to say</span>
  <span
    v-else
    class="said"
  >
    <span
      v-if="said.faults > 0"
      class="wrong"
      :title="`${said.faults} do not hold`"
    ><Icon name="ph:warning-diamond" /> <b class="mono">{{ said.faults }}</b> <span class="visually-hidden">do not hold</span></span>
    <span
      v-for="{ severity, count } in said.findings"
      :key="severity"
      :class="severity"
      :title="`${count} ${severity}`"
    ><SeverityMark :severity="severity" /> <b class="mono">{{ count }}</b> <span class="visually-hidden">{{ severity }}</span></span>
  </span>
</template>

<style scoped>
.said { display: flex; flex-wrap: wrap; gap: 2px 12px; }
.said > span { display: inline-flex; align-items: center; gap: 4px; color: var(--brass); }
.said > .danger, .said > .wrong { color: var(--oxide); }
.said > .thin { color: var(--slate); }
b { color: var(--ink); }
.fine { display: inline-flex; align-items: center; gap: 5px; color: var(--verdigris); }
</style>
