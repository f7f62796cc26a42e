<script setup lang="ts">
import type { UnitRow } from '#shared/wire/types'
import { useMsUntil } from '../../net/server-clock'
import ProgressNeedle from '../../ui/ProgressNeedle.vue'
import { leftOf } from '../../ui/time-left'

defineProps<{ units: readonly UnitRow[], siteNames: Record<string, string> }>()

const msUntil = useMsUntil()
const DAY_MS = 86_400_000
/** The due day in words, and whether it needs somebody now. */
function due(day: string | null): { text: string, state: 'late' | 'soon' | 'far' } {
  if (!day) return { text: 'no date', state: 'far' }
  const days = Math.round((Date.parse(day) - Date.now()) / DAY_MS)
  if (days < 0) return { text: `${-days} d late`, state: 'late' }
  return { text: `in ${days} d`, state: days <= 14 ? 'soon' : 'far' }
}
</script>

<template>
  <div class="plate scroll">
    <table class="ruled">
      <thead>
        <tr>
          <th>Tag</th>
          <th>Unit</th>
          <th class="wide">
            Kind
          </th>
          <th class="wide">
            Site
          </th>
          <th class="num">
            Hours
          </th>
          <th>Due</th>
          <th>On the bench</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="unit in units"
          :key="unit.tag"
        >
          <td>
            <NuxtLink
              class="tag mono"
              :to="`/units/${unit.tag}`"
            >
              {{ unit.tag }}
            </NuxtLink>
          </td>
          <td>{{ unit.name }}</td>
          <td class="quiet wide">
            {{ unit.family }}
          </td>
          <td class="quiet wide">
            {{ siteNames[unit.site] ?? unit.site }}
          </td>
          <td class="num">
            {{ unit.runningHours ? unit.runningHours.toLocaleString('en').replaceAll(',', '\u202f') : '—' }}
          </td>
          <td
            class="due"
            :class="due(unit.nextDue).state"
          >
            <Icon
              v-if="due(unit.nextDue).state !== 'far'"
              :name="due(unit.nextDue).state === 'late' ? 'ph:warning-diamond' : 'ph:clock'"
            />
            {{ due(unit.nextDue).text }}
          </td>
          <td class="bench">
            <NuxtLink
              v-if="unit.openJob"
              class="open"
              :to="`/jobs/${unit.openJob.id}`"
              :aria-label="`Job ${unit.openJob.number} of ${unit.tag}, go on: ${unit.openJob.currentStep ?? 'close'}`"
            >
              <ProgressNeedle
                :done="unit.openJob.stepsDone"
                :total="unit.openJob.stepsTotal"
              />
              <span class="now">{{ unit.openJob.currentStep ?? 'Ready to close' }}<small v-if="unit.openJob.timer && msUntil(unit.openJob.timer.endsAt) > 0"><Icon name="ph:hourglass-medium" /> {{ unit.openJob.timer.name }}: {{ leftOf(msUntil(unit.openJob.timer.endsAt)) }}</small></span>
              <Icon name="ph:caret-right" />
            </NuxtLink>
            <span
              v-else-if="!unit.hasSheet"
              class="quiet small"
            >no sheet yet</span>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.scroll { overflow-x: auto; }
.scroll tbody td { height: 48px; padding-block: 0; }
.wide { white-space: nowrap; }
.tag { display: inline-flex; align-items: center; min-height: 44px; font-weight: 500; font-size: 15px; white-space: nowrap; }
.due { white-space: nowrap; }
.due svg { vertical-align: -2px; }
.due.late { color: var(--oxide); font-weight: 600; }
.due.soon { color: var(--brass); font-weight: 600; }
.scroll tbody .bench { min-width: 300px; padding-right: 0; }
.open { display: flex; align-items: center; gap: 12px; min-height: 44px; color: var(--ink); text-decoration: none; padding: 0 10px; background: var(--brass-tint); border-left: 4px solid var(--brass-line); }
.open:hover .now { text-decoration: underline; }
.now { flex: 1; font-weight: 500; line-height: 1.15; }
.now small { display: block; font-weight: 400; color: var(--brass); }
.small { font-size: 13px; }
@media (max-width: 1000px) { .wide { display: none; } .bench { min-width: 240px; } }
</style>
