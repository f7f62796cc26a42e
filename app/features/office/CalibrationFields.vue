<script lang="ts">
import { serverNow } from '../../net/server-clock'

/** A calibration as it is typed. */
export interface CalibrationDraft { day: string, until: string, certificate: string, uncertainty: string }

const DAY_MS = 86_400_000
const dayOf = (at: number) => new Date(at).toISOString().slice(0, 10)

/** One of today, good for a year. */
export const freshCalibration = (): CalibrationDraft => {
  const now = serverNow().getTime()
  return { day: dayOf(now), until: dayOf(now + 365 * DAY_MS), certificate: '', uncertainty: '' }
}
export const isWhole = (draft: object): boolean => Object.values(draft).every(text => String(text ?? '').trim() !== '')
</script>

<script setup lang="ts">
/** When an instrument was calibrated, until when that is good, by which certificate and how well. */
const draft = defineModel<CalibrationDraft>({ required: true })
defineProps<{ unit: string }>()
const DAYS = [['day', 'Calibrated on'], ['until', 'Good until']] as const
const TEXTS = [['certificate', 'Certificate'], ['uncertainty', 'U (k = 2)']] as const
</script>

<template>
  <div
    v-for="[key, label] in DAYS"
    :key="key"
    class="field"
  >
    <span>{{ label }}</span><el-date-picker
      v-model="draft[key]"
      :aria-label="label"
      value-format="YYYY-MM-DD"
      format="D MMM YYYY"
    />
  </div>
  <label
    v-for="[key, label] in TEXTS"
    :key="key"
    class="field"
  >{{ label }}<el-input
    v-model="draft[key]"
    :class="{ mono: key === 'uncertainty' }"
    :placeholder="key === 'uncertainty' ? unit : ''"
    autocomplete="off"
  /></label>
</template>

<style scoped>
.field { display: flex; flex-direction: column; gap: 2px; font: 600 15px var(--label); }
.field :deep(.el-date-editor.el-input) { width: 100%; }
</style>
