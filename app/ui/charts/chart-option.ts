import type { EChartsCoreOption } from 'echarts/core'
import { defineAsyncComponent } from 'vue'

/** What a chart shows, in the colours of the roles (`ink`, `oxide` …). */
export type DrawChart = (colour: (role: string) => string) => EChartsCoreOption & { tooltip: object }

/** The chart itself, and the library below it, come when one is shown. */
export const ChartPlot = defineAsyncComponent(() => import('./ChartPlot.vue'))

const label = (colour: Parameters<DrawChart>[0]) => ({ color: colour('slate'), fontSize: 12 })

/** An axis of values: a hairline, its numbers, and faint lines across when asked for. */
export const valueAxis = (colour: Parameters<DrawChart>[0], hasLines = false) => ({
  type: 'value' as const,
  axisLine: { show: true, lineStyle: { color: colour('rule-strong') } },
  axisTick: { show: false },
  axisLabel: label(colour),
  splitLine: { show: hasLines, lineStyle: { color: colour('rule') } },
})

/** A line across at a limit, named at its end. */
export const limitLine = (colour: Parameters<DrawChart>[0], value: number, name: string, role: 'oxide' | 'brass' = 'oxide') => ({
  yAxis: value,
  lineStyle: { color: colour(role), type: role === 'oxide' ? 'dashed' as const : 'dotted' as const, width: 1.2 },
  label: { formatter: name, color: colour(role), position: 'insideEndTop' as const, fontSize: 12 },
})
