<script lang="ts">
import type { ClockRing } from './clock-picture'
import type { Hatch } from './finding-look'
</script>

<script setup lang="ts">
import { arcPath } from './clock-picture'

/** An arc as it is drawn. */
export interface DrawnArc {
  at: number
  part: string
  path: string
  middle: { x: number, y: number }
  hatch: Hatch
  tone: string
  severity: number
  letters: string
  size: number
  /** How it stands to the cause that is lit. */
  state: string
  name: string
}

/** One ring with its arcs, drawn once: turning it moves the group around it. */
defineProps<{ ring: ClockRing, arcs: readonly DrawnArc[], isClean: boolean }>()
</script>

<template>
  <path
    class="band"
    :class="{ clean: isClean }"
    fill-rule="evenodd"
    :d="arcPath({ fromDeg: 0, toDeg: 360 }, ring)"
  />
  <g
    v-for="arc in arcs"
    :key="arc.at"
    class="finding"
    :class="[arc.tone, `s${arc.severity}`, arc.state]"
    role="img"
    :aria-label="arc.name"
  >
    <title>{{ arc.name }}</title>
    <path
      fill-rule="evenodd"
      :d="arc.path"
      :fill="arc.hatch === 'clean' ? 'none' : `url(#hatch-${arc.hatch})`"
    />
    <g :transform="`translate(${arc.middle.x} ${arc.middle.y})`">
      <circle
        class="plaque"
        :r="arc.size * 0.82"
      />
      <text :font-size="arc.size * 0.86">
        {{ arc.letters }}
      </text>
    </g>
  </g>
</template>
