<script setup lang="ts">
import { useMutationObserver } from '@vueuse/core'
import { BarChart, LineChart } from 'echarts/charts'
import { AriaComponent, GridComponent, MarkLineComponent, TooltipComponent } from 'echarts/components'
import { use } from 'echarts/core'
import { CanvasRenderer } from 'echarts/renderers'
import { computed, ref } from 'vue'
import VChart from 'vue-echarts'
import type { DrawChart } from './chart-option'

use([BarChart, LineChart, GridComponent, TooltipComponent, MarkLineComponent, AriaComponent, CanvasRenderer])

/** A chart in the colours and letters of the house. Fetched only where one is shown. */
const { draw, label } = defineProps<{ draw: DrawChart, label: string }>()
/** Counts changes of the theme: a canvas does not follow the style sheet by itself. */
const theme = ref(0)
useMutationObserver(document.documentElement, () => { theme.value++ }, { attributeFilter: ['class'] })

const option = computed(() => {
  void theme.value
  const style = getComputedStyle(document.documentElement)
  const colour = (role: string) => style.getPropertyValue(`--${role}`).trim()
  const { tooltip, ...drawn } = draw(colour)
  return {
    animation: false,
    aria: { enabled: true, label: { description: label } },
    textStyle: { fontFamily: 'IBM Plex Mono', color: colour('slate') },
    tooltip: {
      // Drawn on the canvas like the rest: no markup and no inline style comes into the page.
      renderMode: 'richText',
      backgroundColor: colour('chalk'),
      borderColor: colour('rule-strong'),
      textStyle: { color: colour('ink'), fontFamily: 'IBM Plex Mono', fontSize: 13 },
      ...tooltip,
    },
    ...drawn,
  }
})
</script>

<template>
  <VChart
    class="chart"
    :option="option"
    autoresize
  />
</template>

<style scoped>
.chart { width: 100%; height: 100%; min-height: 150px; }
</style>
