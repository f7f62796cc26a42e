<script setup lang="ts">
import type { Dossier } from '#shared/wire/dossier'
import { moment } from '../../ui/moment'
import VerdictMark from '../../ui/VerdictMark.vue'

/** What this overhaul wrote into its own sheet, which figures were others on this machine, and what somebody stands for that stayed unknown. */
defineProps<{ growth: Dossier['growth'], signed: Dossier['gapsSigned'], bends: Dossier['bends'] }>()
</script>

<template>
  <section
    v-if="growth.length + bends.length"
    class="plate card"
    aria-labelledby="growth-head"
  >
    <h2 id="growth-head">
      Written into the sheet
    </h2>
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
    <template v-if="signed.length">
      <h3>Not known, signed</h3>
      <ul>
        <li
          v-for="line in signed"
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
