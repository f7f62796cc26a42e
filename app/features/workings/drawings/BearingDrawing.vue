<script setup lang="ts">
import { computed } from 'vue'
import type { Drawing } from '../calculator'

/** A split bearing seen from above: journal, the clearance at its four corners magnified, and the pinch of each end. */
const { drawing } = defineProps<{ drawing: Extract<Drawing, { kind: 'bearing' }> }>()
const most = computed(() => Math.max(drawing.clearancesUm.driveEnd.left, drawing.clearancesUm.driveEnd.right, drawing.clearancesUm.otherEnd.left, drawing.clearancesUm.otherEnd.right))
const gap = (um: number) => um / most.value * 34
const shape = computed(() => {
  const { driveEnd, otherEnd } = drawing.clearancesUm
  return {
    // The journal lies straight; the shells stand off it by the clearance.
    upper: `M90 ${72 - gap(driveEnd.left)}L330 ${72 - gap(otherEnd.left)}V14H90Z`,
    lower: `M90 ${128 + gap(driveEnd.right)}L330 ${128 + gap(otherEnd.right)}V186H90Z`,
  }
})
const corners = computed(() => {
  const { driveEnd, otherEnd } = drawing.clearancesUm
  return [
    { name: 'left, drive end', um: driveEnd.left, x: 84, y: 66 }, { name: 'left, other end', um: otherEnd.left, x: 336, y: 66 },
    { name: 'right, drive end', um: driveEnd.right, x: 84, y: 144 }, { name: 'right, other end', um: otherEnd.right, x: 336, y: 144 },
  ]
})
</script>

<template>
  <svg
    viewBox="0 0 420 214"
    role="img"
    :aria-label="`Split bearing: ${corners.map(corner => `${corner.um.toFixed(0)} µm ${corner.name}`).join(', ')}; pinch ${drawing.pinchUm.map(um => um.toFixed(0)).join(' and ')} µm`"
  >
    <rect
      class="journal"
      x="40"
      y="72"
      width="340"
      height="56"
    />
    <path
      class="axis"
      d="M20 100H400"
    />
    <path
      class="shell"
      :d="shape.upper"
    />
    <path
      class="shell"
      :d="shape.lower"
    />
    <text
      v-for="corner in corners"
      :key="corner.name"
      :x="corner.x"
      :y="corner.y"
      :text-anchor="corner.x < 200 ? 'end' : 'start'"
    >{{ corner.um.toFixed(0) }}</text>
    <text
      class="side"
      x="210"
      y="36"
      text-anchor="middle"
    >left</text>
    <text
      class="side"
      x="210"
      y="178"
      text-anchor="middle"
    >right</text>
    <text
      x="90"
      y="206"
      text-anchor="middle"
    >drive end, pinch {{ drawing.pinchUm[0]?.toFixed(0) }}</text>
    <text
      x="330"
      y="206"
      text-anchor="middle"
    >other end, pinch {{ drawing.pinchUm[1]?.toFixed(0) }} µm</text>
  </svg>
</template>

<style scoped>
.journal { fill: var(--steel-shaft); stroke: var(--scribe); }
.axis { stroke: var(--ink); stroke-dasharray: 10 3 2 3; }
.shell { fill: var(--steel-still); stroke: var(--brass-line); }
text { font: 13px var(--mono); fill: var(--ink); }
.side { font: 600 15px var(--label); fill: var(--slate); }
</style>
