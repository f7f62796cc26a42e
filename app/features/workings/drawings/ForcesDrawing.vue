<script setup lang="ts">
import { ChartPlot, limitLine, valueAxis, type DrawChart } from '../../../ui/charts/chart-option'
import type { Drawing } from '../calculator'

/** What each bolt holds in the end; the thin line across a bar is where eight of ten draws of friction leave it. */
const { drawing } = defineProps<{ drawing: Extract<Drawing, { kind: 'forces' }> }>()
const kN = (newtons: number) => newtons / 1000

const draw: DrawChart = colour => ({
  grid: { left: 44, right: 10, top: 12, bottom: 24 },
  xAxis: { type: 'category', data: drawing.finalN.map((_, i) => String(i + 1)), axisTick: { show: false },
    axisLabel: { color: colour('slate') } },
  yAxis: { ...valueAxis(colour, true), min: 0, name: 'kN', nameGap: 4 },
  tooltip: {
    trigger: 'axis',
    formatter: ([{ dataIndex: i }]: [{ dataIndex: number }]) => [
      `bolt ${i! + 1}: ${kN(drawing.finalN[i!]!).toFixed(1)} kN`,
      ...drawing.quantiles[i!] ? [`${kN(drawing.quantiles[i!]!.low).toFixed(1)} … ${kN(drawing.quantiles[i!]!.high).toFixed(1)} kN in eight of ten`] : [],
    ].join('\n'),
  },
  series: [
    {
      type: 'bar', data: drawing.finalN.map(kN), itemStyle: { color: colour('scribe') },
      markLine: { silent: true, symbol: 'none', data: [limitLine(colour, kN(drawing.targetN), 'wanted', 'brass')] },
    },
    ...(['low', 'high'] as const).map(end => ({
      type: 'line', data: drawing.quantiles.map(one => kN(one[end])), showSymbol: false,
      lineStyle: { color: colour('ink'), width: 1, type: 'dotted' }, step: 'middle',
    })),
  ],
})
</script>

<template>
  <div class="forces">
    <ChartPlot
      :draw="draw"
      :label="`What each of ${drawing.finalN.length} bolts holds in the end`"
    />
  </div>
</template>

<style scoped>
.forces { height: 230px; }
</style>
