<script setup lang="ts">
import type { SheetSaid } from '#shared/wire/drafts'
import SeverityMark from './SeverityMark.vue'

/** What the checker says of a whole document, in numbers. `brief`: shapes and figures, the words only for who hears or points. */
defineProps<{ said: SheetSaid, brief?: boolean }>()
</script>

<template>
  <span
    v-if="said.faults === 0 && said.findings.length === 0"
    class="count fine"
  ><Icon name="ph:check-circle" /> nothing to say</span>
  <span
    v-if="said.faults > 0"
    class="count wrong"
    :title="brief ? `${said.faults} do not hold` : undefined"
  ><Icon name="ph:warning-diamond" /> <b class="mono">{{ said.faults }}</b> <span :class="{ 'visually-hidden': brief }">do not hold</span></span>
  <span
    v-for="{ severity, count } in said.findings"
    :key="severity"
    class="count"
    :class="severity"
    :title="brief ? `${count} ${severity}` : undefined"
  ><SeverityMark :severity="severity" /> <b class="mono">{{ count }}</b> <span :class="{ 'visually-hidden': brief }">{{ severity }}</span></span>
</template>

<style scoped>
.count { display: inline-flex; align-items: center; gap: 5px; color: var(--brass); }
.danger, .wrong { color: var(--oxide); }
.thin { color: var(--slate); }
.fine { color: var(--verdigris); }
</style>
