<script setup lang="ts">
import type { Dossier } from '#shared/wire/dossier'
import { moment } from '../../ui/moment'
import VerdictMark from '../../ui/VerdictMark.vue'

/** The revisions that this overhaul went by, what it wrote into its own sheet, which figures were others on this machine, and what somebody stands for that stayed unknown. */
defineProps<Pick<Dossier, 'growth' | 'gapsSigned' | 'bends' | 'takenOver'>>()
</script>

<template>
  <section
    v-if="growth.length + bends.length + takenOver.length"
    class="plate card"
    aria-labelledby="growth-head"
  >
    <h2 id="growth-head">
      The sheet of this job
    </h2>
    <ul v-if="takenOver.length">
      <li
        v-for="(line, i) in takenOver"
        :key="i"
      >
        <strong>Went on by revision {{ line.to }}</strong> instead of {{ line.from }}<template v-if="line.reopened.length">; done anew: {{ line.reopened.join(', ') }}</template><template v-if="line.past.length">; stood as it was: {{ line.past.join(', ') }}</template> <small class="quiet">{{ line.by }}, {{ moment(line.at) }}</small>
      </li>
    </ul>
    <h3 v-if="growth.length">
      Written at the bench
    </h3>
    <ul>
      <li
        v-for="(line, i) in growth"
        :key="i"
      >
        {{ line.what }} <small class="quiet">{{ line.by }}, {{ moment(line.at) }}</small>
      </li>
    </ul>
    <template v-if="bends.length">
      <h3>Figures of this machine</h3>
      <ul>
        <li
          v-for="(line, i) in bends"
          :key="i"
        >
          <strong>{{ line.name }}</strong>: {{ line.says }}, by {{ line.source }} <small class="quiet">{{ line.by }}, {{ moment(line.at) }}</small>
          <span
            v-for="(one, j) in line.judged"
            :key="j"
            class="judged"
          >{{ one.stage }}: <VerdictMark :verdict="one.was" /> by the sheet, <VerdictMark :verdict="one.is" /> by this</span>
        </li>
      </ul>
    </template>
    <template v-if="gapsSigned.length">
      <h3>Not known, signed</h3>
      <ul>
        <li
          v-for="line in gapsSigned"
          :key="line.name"
        >
          <strong>{{ line.name }}</strong>: {{ line.reason }} <small class="quiet">{{ line.by }}, {{ moment(line.at) }}</small>
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
.card { padding: 18px 22px; }
h2 { margin-bottom: 8px; }
h3 { margin: 14px 0 4px; }
.judged { display: flex; align-items: center; gap: 6px; }
li { padding: 6px 0; border-top: 1px solid var(--rule); }
</style>
