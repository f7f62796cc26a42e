<script setup lang="ts">
import type { UnitRow } from '#shared/wire/types'
import { useMsUntil } from '../../net/server-clock'
import ProgressNeedle from '../../ui/ProgressNeedle.vue'
import { leftOf } from '../../ui/time-left'

const { column, unit, siteName } = defineProps<{ column: string, unit: UnitRow, siteName: string }>()

const msUntil = useMsUntil()
const DAY_MS = 86_400_000
/** The due day in words, and whether it needs somebody now. */
function due(day: string | null): { text: string, state: 'late' | 'soon' | 'far' } {
  if (!day) return { text: 'no date', state: 'far' }
  const days = Math.round((Date.parse(day) - Date.now()) / DAY_MS)
  if (days < 0) return { text: `${-days} d late`, state: 'late' }
  return { text: `in ${days} d`, state: days <= 14 ? 'soon' : 'far' }
}
const hours = () => unit.runningHours ? unit.runningHours.toLocaleString('en').replaceAll(',', '\u202f') : '—'
</script>

<template>
  <NuxtLink
    v-if="column === 'tag'"
    class="tag mono"
    :to="`/units/${unit.tag}`"
  >
    {{ unit.tag }}
  </NuxtLink>
  <span
    v-else-if="column === 'name'"
    class="words"
  >{{ unit.name }}</span>
  <span
    v-else-if="column === 'family'"
    class="quiet words"
  >{{ unit.family }}</span>
  <span
    v-else-if="column === 'site'"
    class="quiet words"
  >{{ siteName }}</span>
  <span
    v-else-if="column === 'hours'"
    class="mono"
  >{{ hours() }}</span>
  <span
    v-else-if="column === 'due'"
    class="due"
    :class="due(unit.nextDue).state"
  >
    <Icon
      v-if="due(unit.nextDue).state !== 'far'"
      :name="due(unit.nextDue).state === 'late' ? 'ph:warning-diamond' : 'ph:clock'"
    />
    {{ due(unit.nextDue).text }}
  </span>
  <NuxtLink
    v-else-if="unit.openJob"
    class="open"
    :to="`/jobs/${unit.openJob.id}`"
    prefetch
    :aria-label="`Job ${unit.openJob.number} of ${unit.tag}, go on: ${unit.openJob.currentStep ?? 'close'}`"
  >
    <ProgressNeedle
      :done="unit.openJob.stepsDone"
      :total="unit.openJob.stepsTotal"
    />
    <span class="now"><span class="words">{{ unit.openJob.currentStep ?? 'Ready to close' }}</span><small v-if="unit.openJob.timer && msUntil(unit.openJob.timer.endsAt) > 0"><Icon name="ph:hourglass-medium" /> {{ unit.openJob.timer.name }}: {{ leftOf(msUntil(unit.openJob.timer.endsAt)) }}</small></span>
    <Icon name="ph:caret-right" />
  </NuxtLink>
  <span
    v-else-if="!unit.hasSheet"
    class="quiet small"
  >no sheet yet</span>
</template>

<style scoped>
.words { display: -webkit-box; -webkit-box-orient: vertical; -webkit-line-clamp: 2; overflow: hidden; line-height: 1.2; }
.tag { display: inline-flex; align-items: center; min-height: 44px; font-weight: 500; font-size: 15px; white-space: nowrap; }
.due { white-space: nowrap; }
.due svg { vertical-align: -2px; }
.due.late { color: var(--oxide); font-weight: 600; }
.due.soon { color: var(--brass); font-weight: 600; }
.open { display: flex; align-items: center; gap: 12px; width: 100%; height: 48px; color: var(--ink); text-decoration: none; padding: 0 10px; background: var(--brass-tint); border-left: 4px solid var(--brass-line); }
.open:hover .now { text-decoration: underline; }
.now { flex: 1; font-weight: 500; line-height: 1.15; min-width: 0; }
.now small { display: block; font-weight: 400; color: var(--brass); white-space: nowrap; overflow: hidden; text-overflow: ellipsis; }
.now:has(small) .words { -webkit-line-clamp: 1; }
.small { font-size: 13px; }
</style>
