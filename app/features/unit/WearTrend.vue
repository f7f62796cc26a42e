<script setup lang="ts">
import { computed } from 'vue'
import { formatQuantity, thousands, type StageLimits } from '#core'
import type { PositionTrend, TrendReading } from '#shared/wire/fleet'
import { decimalsOf } from '../../ui/in-units'
import { ChartPlot, limitLine, valueAxis, type DrawChart } from '../../ui/charts/chart-option'
import { dayOf, dayOfMoment } from '../../ui/moment'

/** One position over the hours of its machine: each part a line of its own, its limits, what sisters did, and when the limit is reached. */
const { wear, nowHours, limits } = defineProps<{ wear: PositionTrend, nowHours: number, limits: Pick<StageLimits, 'lower' | 'upper'> | undefined }>()
const show = (value: number) => formatQuantity(value, wear.quantity, { decimals: decimalsOf(wear.quantity) })
const inHours = (hours: number) => `${thousands(hours)} h`

type Told = TrendReading & { hours: number }
const told = computed(() => wear.readings.filter((row): row is Told => row.hours !== null))
const lives = computed(() => [...new Set(told.value.map(({ life }) => life))].map(life => told.value.filter(row => row.life === life)))
/** Sisters by the age of their part, laid beside the part that is in. */
const began = computed(() => {
  const last = told.value.at(-1)
  return last?.hoursSinceNew == null ? null : last.hours - last.hoursSinceNew
})
/** No forecast is drawn farther than this beyond what has been: the figures say the rest. */
const END_SHARE = 2
const endHours = computed(() => nowHours * END_SHARE)

const draw: DrawChart = (colour) => {
  const worn = (value: number | null, limit: number | undefined) => value === null || value === limit ? undefined : value
  const [wornLower, wornUpper] = [worn(wear.lower, limits?.lower), worn(wear.upper, limits?.upper)]
  const all = [limits?.lower, limits?.upper, wornLower, wornUpper].filter(value => value !== undefined)
  const { line, limit, reach } = wear
  const at = (hours: number) => line!.atZero + line!.slopePerHour * hours
  const last = told.value.at(-1)
  const until = limit && reach ? Math.min(endHours.value, nowHours + (reach.medianHours ?? Infinity)) : nowHours
  const band = limit && reach && reach.lowHours !== null
    ? [nowHours + reach.lowHours, Math.min(endHours.value, nowHours + (reach.highHours ?? Infinity))].map(hours => [hours, limit.value])
    : []
  return {
    grid: { left: 12, right: 24, top: 18, bottom: 10, containLabel: true },
    xAxis: {
      ...valueAxis(colour), type: 'value', min: ({ min }: { min: number }) => Math.max(0, Math.floor(min / 1000) * 1000),
      axisLabel: { color: colour('slate'), fontSize: 12, hideOverlap: true, formatter: inHours },
    },
    // The limits are in sight, however far the readings lie from them.
    yAxis: {
      ...valueAxis(colour, true), scale: true,
      min: ({ min }: { min: number }) => Math.min(min, ...all), max: ({ max }: { max: number }) => Math.max(max, ...all),
    },
    tooltip: {
      trigger: 'item',
      formatter: ({ data, seriesName }: { data: { value: [number, number], row?: Told }, seriesName: string }) => data.row
        ? `${show(data.value[1])} ${data.row.stage}\njob ${data.row.job}, ${dayOf(dayOfMoment(data.row.takenAt))}, ${inHours(data.value[0])}`
        : `${seriesName}\n${inHours(data.value[0])}`,
    },
    series: [
      ...began.value === null
        ? []
        : wear.sisters.filter(({ points }) => points.length > 0).map(({ tag, points }) => ({
            type: 'line', name: tag, symbol: 'circle', symbolSize: 3, z: 1, connectNulls: false,
            data: points.map(({ hoursSinceNew, value }) => ({ value: [began.value! + hoursSinceNew, value] })),
            lineStyle: { width: 0 }, itemStyle: { color: colour('rule-strong') },
          })),
      ...lives.value.map((rows, i) => ({
        type: 'line', name: `part ${i + 1}`, z: 3,
        data: rows.map(row => ({
          value: [row.hours, row.value], row, symbol: row.stage === 'as-found' ? 'emptyCircle' : 'circle', symbolSize: 9,
          itemStyle: { color: colour(row.stage === 'as-found' ? 'brass' : 'scribe') },
        })),
        lineStyle: { color: colour('scribe'), width: 1.6 },
        ...i === 0
          ? {
              markLine: {
                symbol: 'none', silent: true,
                data: [
                  ...limits?.lower === undefined ? [] : [limitLine(colour, limits.lower, `from ${show(limits.lower)}`)],
                  ...limits?.upper === undefined ? [] : [limitLine(colour, limits.upper, `to ${show(limits.upper)}`)],
                  ...wornLower === undefined ? [] : [limitLine(colour, wornLower, `worn to ${show(wornLower)}`, 'brass')],
                  ...wornUpper === undefined ? [] : [limitLine(colour, wornUpper, `worn to ${show(wornUpper)}`, 'brass')],
                  { xAxis: nowHours, lineStyle: { color: colour('rule-strong'), type: 'solid', width: 1 },
                    label: { formatter: 'now', color: colour('slate'), fontSize: 12, position: 'insideStartTop' } },
                ],
              },
            }
          : {},
      })),
      ...line && last
        ? [{
            type: 'line', name: 'the line goes on', symbol: 'none', z: 2, data: [[last.hours, at(last.hours)], [until, at(until)]],
            lineStyle: { color: colour('scribe'), width: 1.4, type: 'dashed' },
          }]
        : [],
      ...band.length > 0
        ? [{
            type: 'line', name: 'reaches its limit, eight times of ten', symbol: 'rect', symbolSize: [3, 14], z: 4, data: band,
            lineStyle: { color: colour('oxide'), width: 6, opacity: 0.55 }, itemStyle: { color: colour('oxide') },
          }]
        : [],
    ],
  }
}
const label = computed(() => `${wear.name}: ${wear.readings.map(({ value, stage, job }) => `${show(value)} ${stage} in job ${job}`).join(', ')}`)
</script>

<template>
  <div class="trend">
    <p class="quiet">
      ○ as found · ● as left · a line for each part that was in<template v-if="wear.sisters.length">
        · small dots: sister machines
      </template>
    </p>
    <ChartPlot
      :draw="draw"
      :label="label"
    />
  </div>
</template>

<style scoped>
.trend { height: 250px; padding: 4px 14px 8px; display: flex; flex-direction: column; }
</style>
