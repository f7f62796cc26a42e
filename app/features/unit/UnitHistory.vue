<script setup lang="ts">
import type { UnitChangeSaid, UnitHistoryRow } from '#shared/wire/fleet'
import { moment } from '../../ui/moment'

/** Who has changed a machine, and what. */
defineProps<{ rows: readonly UnitHistoryRow[] }>()

const NAMES: Readonly<Record<string, string>> = {
  tag: 'tag', site: 'site', name: 'name', family: 'kind', make: 'make', nameplate: 'nameplate', options: 'options', sheet: 'sheet',
  nextDue: 'due by the calendar', intervalHours: 'hours between overhauls', regulationDue: 'due by regulation', isCritical: 'cannot be done without',
  inUse: 'in use',
}
const word = (value: unknown): string => value === null
  ? 'none'
  : typeof value === 'boolean'
    ? value ? 'yes' : 'no'
    : typeof value === 'object' ? Object.entries(value).map(([name, one]) => `${name} ${one}`).join(', ') || 'none' : String(value)
const say = ({ field, before, after }: UnitChangeSaid) => `${NAMES[field] ?? field}: ${word(before)} → ${word(after)}`
</script>

<template>
  <details class="plate history">
    <summary>Changes of this unit</summary>
    <ol>
      <li
        v-for="row in rows"
        :key="row.version"
      >
        <span class="mono quiet">{{ moment(row.at) }}</span>
        <span>{{ row.said.map(say).join('; ') }}<small class="quiet">{{ row.by }}<template v-if="row.note">: {{ row.note }}</template></small></span>
      </li>
    </ol>
  </details>
</template>

<style scoped>
.history { padding: 6px 22px; }
summary { cursor: pointer; min-height: 44px; display: flex; align-items: center; font: 600 18px var(--label); }
ol { list-style: none; margin: 0 0 10px; padding: 0; }
li { display: grid; grid-template-columns: 180px 1fr; gap: 14px; padding: 6px 0; border-top: 1px solid var(--rule); }
small { display: block; }
@media (max-width: 560px) { li { grid-template-columns: 1fr; } }
</style>
