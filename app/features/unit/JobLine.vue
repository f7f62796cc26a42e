<script setup lang="ts">
import { computed } from 'vue'
import type { JobRow } from '#shared/wire/types'
import { dayOfMoment } from '../../ui/moment'
import ProgressNeedle from '../../ui/ProgressNeedle.vue'

const { job } = defineProps<{ job: JobRow }>()
const to = computed(() => job.status === 'open' ? `/jobs/${job.id}` : `/jobs/${job.id}/dossier`)
</script>

<template>
  <li>
    <NuxtLink
      :to="to"
      class="line"
      :class="job.status"
    >
      <span class="mono number">{{ job.number }}</span>
      <span class="reason">{{ job.reason }}<small class="quiet">{{ job.status === 'open' ? job.currentStep ?? 'Ready to close' : `closed ${dayOfMoment(job.closedAt!)}` }}</small></span>
      <span class="mono quiet day">{{ dayOfMoment(job.openedAt) }}</span>
      <ProgressNeedle
        v-if="job.status === 'open'"
        :done="job.stepsDone"
        :total="job.stepsTotal"
      />
      <span
        v-else
        class="sealed"
      ><Icon name="ph:seal-check" /> Dossier</span>
    </NuxtLink>
  </li>
</template>

<style scoped>
.line { display: grid; grid-template-columns: 44px 1fr auto 130px; gap: 14px; align-items: center; min-height: 54px; padding: 4px 10px; border-top: 1px solid var(--rule); color: var(--ink); text-decoration: none; }
.line:hover .reason { text-decoration: underline; }
.line.open { background: var(--brass-tint); border-left: 4px solid var(--brass-line); }
.reason { display: flex; flex-direction: column; font-weight: 500; line-height: 1.25; }
.reason small { font-weight: 400; }
.day { white-space: nowrap; }
@media (max-width: 480px) {
  .line { grid-template-columns: 34px 1fr auto; gap: 4px 10px; }
  .day { display: none; }
  .line > :last-child { grid-column: 2 / -1; margin-bottom: 6px; }
}
.sealed { color: var(--verdigris); font: 600 16px var(--label); display: inline-flex; gap: 6px; align-items: center; }
</style>
