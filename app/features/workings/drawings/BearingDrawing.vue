<script setup lang="ts">
import { computed } from 'vue'
import type { Drawing } from '../calculator'

/** A split bearing: from above the journal with its flattened strips as wide as they are, below each end in section with shims and wire. */
const { drawing } = defineProps<{ drawing: Extract<Drawing, { kind: 'bearing' }> }>()
const [WIDTH, TOP, BOTTOM] = [520, 52, 142]
const PLACES = { 'drive end': 100, 'middle': 260, 'other end': 420 } as const
/** Strips are drawn eighteen times as wide as they are. */
const MAGNIFIED = 18

const strips = computed(() => drawing.strips.map(({ at, left, right }) => {
  const x = PLACES[at]
  const [l, r] = [left.widthMm * MAGNIFIED / 2, right.widthMm * MAGNIFIED / 2]
  return { at, x, left, right, shape: `M${x - l} ${TOP}L${x + l} ${TOP}L${x + r} ${BOTTOM}L${x - r} ${BOTTOM}Z` }
}))
const ends = computed(() => drawing.ends.map(end => ({ ...end, x: PLACES[end.at] })))
const um = (value: number) => value.toFixed(0)
const label = computed(
  () =>
    `Split bearing. ${drawing.strips.map(({ at, left, right }) => `Strip at the ${at}: ${um(left.clearanceUm)} µm left, ${um(right.clearanceUm)} µm right`).join('. ')}. ${drawing.ends
      .map(({ at, pinchUm }) => `Pinch at the ${at} ${um(pinchUm)} µm`)
      .join('. ')}.`,
)
</script>

<template>
  <svg
    :viewBox="`0 0 ${WIDTH} 318`"
    role="img"
    :aria-label="label"
  >
    <rect
      class="journal"
      x="34"
      :y="TOP"
      width="452"
      :height="BOTTOM - TOP"
    />
    <path
      class="axis"
      :d="`M16 ${(TOP + BOTTOM) / 2}H504`"
    />
    <text
      class="side"
      x="28"
      :y="TOP + 12"
      text-anchor="end"
    >left</text>
    <text
      class="side"
      x="28"
      :y="BOTTOM - 4"
      text-anchor="end"
    >right</text>
    <g
      v-for="strip in strips"
      :key="strip.at"
    >
      <path
        class="strip"
        :d="strip.shape"
      />
      <text
        class="place"
        :x="strip.x"
        y="16"
        text-anchor="middle"
      >{{ strip.at }}</text>
      <text
        :x="strip.x"
        :y="TOP - 9"
        text-anchor="middle"
      >{{ um(strip.left.clearanceUm) }} µm</text>
      <text
        :x="strip.x"
        :y="BOTTOM + 20"
        text-anchor="middle"
      >{{ um(strip.right.clearanceUm) }} µm</text>
    </g>
    <g
      v-for="end in ends"
      :key="end.at"
    >
      <path
        class="cap"
        :d="`M${end.x - 66} 266V214A66 30 0 0 1 ${end.x + 66} 214V266H${end.x + 44}A44 44 0 0 0 ${end.x - 44} 266Z`"
      />
      <path
        class="shell"
        :d="`M${end.x - 44} 266A44 44 0 0 1 ${end.x + 44} 266H${end.x + 34}A34 34 0 0 0 ${end.x - 34} 266Z`"
      />
      <circle
        class="wire"
        :cx="end.x"
        cy="222"
        r="5"
      />
      <rect
        v-for="side in [-55, 55]"
        :key="side"
        class="shim"
        :x="end.x + side - 11"
        y="266"
        width="22"
        height="6"
      />
      <text
        :x="end.x"
        y="258"
        text-anchor="middle"
      >{{ end.wireMm }}</text>
      <text
        :x="end.x + (end.at === 'drive end' ? 74 : -74)"
        y="274"
        :text-anchor="end.at === 'drive end' ? 'start' : 'end'"
      >{{ end.shimMm }}</text>
      <text
        class="pinch"
        :x="end.x"
        y="302"
        text-anchor="middle"
      >{{ end.pinchUm < 0 ? 'play' : 'pinch' }} {{ um(Math.abs(end.pinchUm)) }} µm</text>
    </g>
    <text
      class="side"
      x="260"
      y="258"
      text-anchor="middle"
    >wire · shims, mm</text>
  </svg>
</template>

<style scoped>
.journal { fill: var(--steel-shaft); stroke: var(--scribe); }
.axis { stroke: var(--ink); stroke-dasharray: 10 3 2 3; }
.strip { fill: var(--verdigris); fill-opacity: .55; stroke: var(--verdigris); }
.cap { fill: var(--steel-housing); stroke: var(--slate); }
.shell { fill: var(--steel-still); stroke: var(--brass-line); }
.wire { fill: var(--chalk); stroke: var(--ink); stroke-width: 2; }
.shim { fill: var(--brass-line); }
text { font: 500 13px var(--mono); fill: var(--ink); }
.side { font: 600 14px var(--label); fill: var(--slate); }
.place { font: 600 15px var(--label); fill: var(--slate); }
.pinch { font-size: 14px; }
</style>
