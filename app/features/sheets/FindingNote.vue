<script setup lang="ts">
import type { Finding } from '#core'
import SeverityMark from './SeverityMark.vue'

/** What the checker says of a thing, beside it: how grave, what, and by which rule. */
defineProps<{ finding: Finding }>()
</script>

<template>
  <p
    class="finding"
    :class="finding.severity"
  >
    <SeverityMark :severity="finding.severity" />
    <span><strong>{{ finding.severity }}</strong> {{ finding.sentence }}
      <small>{{ finding.rule }} · {{ finding.source }}</small></span>
  </p>
</template>

<style scoped>
.finding { display: flex; gap: 9px; margin: 4px 0 0; padding: 7px 10px; font-size: 15px; background: var(--brass-tint); color: var(--ink); }
.finding > svg { flex: none; font-size: 19px; margin-top: 1px; color: var(--brass); }
strong { font: 600 15px/1.2 var(--label); letter-spacing: .04em; text-transform: uppercase; margin-right: 5px; }
small { display: block; color: var(--slate); }
.danger, .wrong { background: var(--oxide-tint); }
.danger > svg, .wrong > svg { color: var(--oxide); }
</style>
