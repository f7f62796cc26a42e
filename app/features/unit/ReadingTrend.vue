<script setup lang="ts">
import { computed } from 'vue'
import { formatQuantity, type Position, type QuantityKind } from '#core'
import type { ReadingRow } from '#shared/wire/types'
import { decimalsOf } from '../../ui/in-units'
import { ChartPlot, limitLine, valueAxis, type DrawChart } from '../../ui/charts/chart-option'
import { dayOf } from '../../ui/moment'

/** One position over its overhauls: as found and as left, against its limits. */
const { readings, position } = defineProps<{ readings: readonly ReadingRow[], position?: Position | undefined }>()
const quantity = computed(() => readings[0]!.quantity as QuantityKind)
const show = (value: number) => formatQuantity(value, quantity.value, { decimals: decimalsOf(quantity.value) })
const at = (stage: ReadingRow['stage']) => readings
  .filter(row => row.stage === stage)
  .sort((a, b) => a.takenAt.localeCompare(b.takenAt))
  .map(row => ({ value: [row.takenAt, row.value], job: row.jobNumber }))
const STAGES = [{ stage: 'as-found', name: 'as found', symbol: 'emptyCircle' }, { stage: 'as-left', name: 'as left', symbol: 'circle' }] as const

const draw: DrawChart = (colour) => {
  const { lower, upper } = position?.limits ?? {}
  // How far it may have worn is a limit of its own where it lies beyond what must hold as left.
  const worn = (value: number | undefined, limit: number | undefined) => value === limit ? undefined : value
  const [wornLower, wornUpper] = [worn(position?.reuse?.lower, lower), worn(position?.reuse?.upper, upper)]
  const all = [lower, upper, wornLower, wornUpper].filter(value => value !== undefined)
  return {
    grid: { left: 12, right: 24, top: 18, bottom: 10, containLabel: true },
    xAxis: {
      type: 'time',
      axisLine: { lineStyle: { color: colour('rule-strong') } },
      axisLabel: { color: colour('slate'), fontSize: 12, hideOverlap: true, formatter: '{yyyy}-{MM}' },
      splitLine: { show: false },
    },
    // The limits are in sight, however far the readings lie from them.
    yAxis: {
      ...valueAxis(colour, true),
      scale: true,
      min: ({ min }: { min: number }) => Math.min(min, ...all),
      max: ({ max }: { max: number }) => Math.max(max, ...all),
    },
    tooltip: {
      trigger: 'item',
      formatter: ({ data, seriesName }: { data: { value: [string, number], job: number }, seriesName: string }) =>
        `${show(data.value[1])} ${seriesName}\njob ${data.job}, ${dayOf(data.value[0])}`,
    },
    series: STAGES.map(({ stage, name, symbol }) => ({
      type: 'line',
      name,
      symbol,
      symbolSize: 9,
      data: at(stage),
      lineStyle: { color: colour(stage === 'as-found' ? 'brass-line' : 'scribe'), width: 1.6, type: stage === 'as-found' ? 'dotted' : 'solid' },
      itemStyle: { color: colour(stage === 'as-found' ? 'brass' : 'scribe') },
      ...stage === 'as-found'
        ? {
            markLine: {
              symbol: 'none',
              silent: true,
              data: [
                ...lower === undefined ? [] : [limitLine(colour, lower, `from ${show(lower)}`)],
                ...upper === undefined ? [] : [limitLine(colour, upper, `to ${show(upper)}`)],
                ...wornLower === undefined ? [] : [limitLine(colour, wornLower, `worn to ${show(wornLower)}`, 'brass')],
                ...wornUpper === undefined ? [] : [limitLine(colour, wornUpper, `worn to ${show(wornUpper)}`, 'brass')],
              ],
            },
          }
        : {},
    })),
  }
}
const label = computed(() =>
  `${readings[0]!.positionName}: ${readings.map(row => `${show(row.value)} ${row.stage} in job ${row.jobNumber}`).join(', ')}`)
</script>

<template>
  <div class="trend">
    <p class="quiet">
      ○ as found · ● as left
    </p>
    <ChartPlot
      :draw="draw"
      :label="label"
    />
  </div>
</template>

<style scoped>
.trend { height: 210px; padding: 4px 14px 8px; display: flex; flex-direction: column; }
</style>
