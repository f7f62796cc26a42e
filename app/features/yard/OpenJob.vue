<script setup lang="ts">
import type { UnitRow } from '#shared/wire/types'
import { useMsUntil } from '../../net/server-clock'
import ProgressNeedle from '../../ui/ProgressNeedle.vue'
import { leftOf } from '../../ui/time-left'

/** How far the overhaul of a unit is, and the way to its bench. */
const { tag, job } = defineProps<{ tag: string, job: NonNullable<UnitRow['openJob']> }>()

const msUntil = useMsUntil()
</script>

<template>
  <NuxtLink
    class="open"
    :to="`/jobs/${job.id}`"
    prefetch
    :aria-label="`Job ${job.number} of ${tag}, go on: ${job.currentStep ?? 'close'}`"
  >
    <ProgressNeedle
      :done="job.stepsDone"
      :total="job.stepsTotal"
    />
    <span class="now"><span class="words">{{ job.currentStep ?? 'Ready to close' }}</span><small v-if="job.timer && msUntil(job.timer.endsAt) > 0"><Icon name="ph:hourglass-medium" /> {{ job.timer.name }}: {{ leftOf(msUntil(job.timer.endsAt)) }}</small></span>
    <Icon name="ph:caret-right" />
  </NuxtLink>
</template>

<style scoped>
.open { display: flex; align-items: center; gap: 12px; width: 100%; height: 48px; color: var(--ink); text-decoration: none; padding: 0 10px; background: var(--brass-tint); border-left: 4px solid var(--brass-line); }
.open:hover .now { text-decoration: underline; }
.now { flex: 1; font-weight: 500; line-height: 1.15; min-width: 0; }
.words { display: -webkit-box; -webkit-box-orient: vertical; -webkit-line-clamp: 2; overflow: hidden; line-height: 1.2; }
.now small { display: block; font-weight: 400; color: var(--brass); white-space: nowrap; overflow: hidden; text-overflow: ellipsis; }
.now:has(small) .words { -webkit-line-clamp: 1; }
/* On a telephone the step stands below its needle. */
@media (max-width: 560px) {
  .open { flex-wrap: wrap; align-content: center; height: 72px; gap: 2px 8px; padding: 0 8px; }
  .open > :last-child { margin-left: auto; }
  .now { order: 1; flex: 0 0 100%; font-size: 14px; }
  .words { -webkit-line-clamp: 1; }
}
</style>
