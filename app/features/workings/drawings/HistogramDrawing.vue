<script setup lang="ts">
import { computed } from 'vue'
import { ChartPlot, valueAxis, type DrawChart } from '../../../ui/charts/chart-option'
import type { Drawing } from '../calculator'

/** Draws by clearance; what lies left of zero runs under preload. */
const { drawing } = defineProps<{ drawing: Extract<Drawing, { kind: 'histogram' }> }>()
const width = computed(() => (drawing.maxUm - drawing.minUm) / drawing.bins.length)
const total = computed(() => drawing.bins.reduce((sum, count) => sum + count, 0))
const middle = (bin: number) => drawing.minUm + (bin + 0.5) * width.value

const draw: DrawChart = colour => ({
  grid: { left: 8, right: 26, top: 10, bottom: 26 },
  xAxis: { ...valueAxis(colour), min: Math.min(0, Math.floor(drawing.minUm)), max: Math.max(0, Math.ceil(drawing.maxUm)), name: 'µm', nameGap: 6 },
  yAxis: { type: 'value', show: false },
  tooltip: {
    trigger: 'item',
    formatter: ({ value: [at, count] }: { value: [number, number] }) =>
      `${(at - width.value / 2).toFixed(1)} … ${(at + width.value / 2).toFixed(1)} µm\n${(count / total.value * 100).toFixed(1)} % of the draws`,
  },
  series: [{
    type: 'bar',
    barCategoryGap: '4%',
    barWidth: '96%',
    data: drawing.bins.map((count, bin) => ({
      value: [middle(bin), count],
      itemStyle: { color: colour(middle(bin) < 0 ? 'oxide' : 'scribe') },
    })),
    markLine: {
      symbol: 'none',
      silent: true,
      data: [{ xAxis: 0 }],
      label: { show: false },
      lineStyle: { color: colour('ink'), type: 'dashed' },
    },
  }],
})
</script>

<template>
  <div class="histogram">
    <ChartPlot
      :draw="draw"
      :label="`Clearance at work from ${drawing.minUm.toFixed(0)} to ${drawing.maxUm.toFixed(0)} µm; below zero is preload`"
    />
  </div>
</template>

<style scoped>
.histogram { height: 190px; }
</style>
