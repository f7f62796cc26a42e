<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref, useId } from 'vue'
import type { Assembly, Axis, Part } from '#core'
import { BALLOON_RADIUS, balloonsOf } from './section/balloons'
import { HATCHES, layOut, type Piece } from './section/lay-out'
import { carrierOf, liftOff } from './section/lift-off'
import { usePanZoom } from './section/use-pan-zoom'

/**
 * A machine in section, drawn from the outlines of its sheet. What is out hangs above its place; what matters now is lit. Whoever uses it
 * says what the drawing shows in `label`, and may draw over it in its slot.
 */
const { parts, axes = [], assemblies = [], out = new Set(), lit = new Set(), balloons = 'none', lifts = false, canMove = false } = defineProps<{
  parts: readonly Part[]
  axes?: readonly Axis[] | undefined
  assemblies?: readonly Assembly[] | undefined
  /** Keys of the parts that are out, and of those that matter now. */
  out?: ReadonlySet<string>
  lit?: ReadonlySet<string>
  /** The item numbers that are drawn: of every part, or of what is lit. */
  balloons?: 'all' | 'lit' | 'none'
  /** Keeps room above the machine for what is out. */
  lifts?: boolean
  /** It can be moved and enlarged. */
  canMove?: boolean
  label: string
}>()
const emit = defineEmits<{ pick: [part: string] }>()

const svg = ref<SVGSVGElement>()
const id = useId()
/** It fills the room it is given, in its pixels: lines stay thin and numbers legible on every screen. */
const { width, height } = useElementSize(svg, { width: 480, height: 200 })
const MARGIN = 14
const BALLOON_ROOM = 2 * BALLOON_RADIUS + 12
const LIFT_SHARE = 0.3
const { transform, isFitted, zoomIn, zoomOut, fit } = usePanZoom(svg, () => canMove)

const lifted = computed(() => (height.value - MARGIN) * (lifts ? LIFT_SHARE : 0))
const section = computed(() => layOut(parts, axes, {
  x0: MARGIN,
  x1: Math.max(MARGIN + 1, width.value - MARGIN),
  y0: lifted.value + MARGIN / 2,
  y1: Math.max(lifted.value + MARGIN, height.value - MARGIN / 2 - (balloons === 'none' ? 0 : BALLOON_ROOM)),
}))
const byKey = computed(() => new Map(parts.map(part => [part.key, part])))
const carrier = (part: Part) => carrierOf(part, byKey.value, one => out.has(one.key))
const isAway = (part: Part) => carrier(part) !== undefined
const groups = computed(() => lifts
  ? liftOff(section.value.pieces, carrier, assemblies, { x0: 4, x1: width.value - 4, y0: 4, y1: lifted.value })
  : [])
/** A piece as paths; what is cut has its hatch over its colour. */
const pathsOf = ({ part, strokes }: Piece) => strokes.flatMap<{ class?: string, fill?: string, d: string }>(({ role, d }) => role === 'body'
  ? [{ class: role, d }, { fill: `url(#${id}-hatch-${section.value.hatch.get(part.key)})`, d }]
  : [{ class: role, d }])
const numbers = computed(() => {
  if (balloons === 'none') return []
  const shown = section.value.pieces.filter(piece => balloons === 'all' || lit.has(piece.part.key))
  return balloonsOf(shown, part => lit.has(part.key), height.value - BALLOON_RADIUS - 2, 4, width.value - 4)
})
</script>

<template>
  <div class="section-drawing">
    <svg
      ref="svg"
      :class="{ moves: canMove && !isFitted }"
      :viewBox="`0 0 ${width} ${height}`"
      role="img"
      :aria-label="label"
    >
      <defs>
        <pattern
          v-for="([angle, distance], i) in HATCHES"
          :id="`${id}-hatch-${i}`"
          :key="i"
          patternUnits="userSpaceOnUse"
          :width="distance"
          :height="distance"
          :patternTransform="`rotate(${angle})`"
        >
          <path
            class="hatch-line"
            :d="`M0 0H${distance}`"
          />
        </pattern>
      </defs>
      <g :transform="transform">
        <path
          v-for="group in groups"
          :key="`trace ${group.key}`"
          class="trace"
          :d="group.trace"
        />
        <g
          v-for="piece in section.pieces"
          :key="piece.key"
          v-memo="[piece, isAway(piece.part), lit.has(piece.part.key)]"
          class="piece"
          :class="[piece.layer, { lit: lit.has(piece.part.key) }]"
          :transform="piece.transform"
          @click="emit('pick', piece.part.key)"
        >
          <path
            v-if="isAway(piece.part)"
            class="ghost"
            :d="piece.ghost"
          />
          <template v-else>
            <path
              v-for="(path, i) in pathsOf(piece)"
              :key="i"
              v-bind="path"
            />
          </template>
        </g>
        <path
          v-for="centre in section.centres"
          :key="centre"
          class="centre"
          :d="centre"
        />
        <g
          v-for="group in groups"
          :key="group.key"
          class="lifted"
          :transform="group.transform"
        >
          <g
            v-for="piece in group.pieces"
            :key="piece.key"
            class="piece"
            :class="[piece.layer, { lit: lit.has(piece.part.key) }]"
            :transform="piece.transform"
            @click="emit('pick', piece.part.key)"
          >
            <path
              v-for="(path, i) in pathsOf(piece)"
              :key="i"
              v-bind="path"
            />
          </g>
        </g>
        <g
          v-for="balloon in numbers"
          :key="`no ${balloon.item}`"
          class="balloon"
          :class="{ lit: lit.has(balloon.part.key) }"
          @click="emit('pick', balloon.part.key)"
        >
          <path :d="balloon.leader" />
          <circle
            :cx="balloon.x"
            :cy="balloon.y"
            :r="BALLOON_RADIUS"
          />
          <text
            :x="balloon.x"
            :y="balloon.y + 3.8"
          >{{ balloon.item }}</text>
        </g>
        <slot :section="section" />
      </g>
    </svg>
    <div
      v-if="canMove"
      class="zoom"
      role="group"
      aria-label="Size of the drawing"
    >
      <el-button
        aria-label="Larger"
        @click="zoomIn"
      >
        <Icon name="ph:plus" />
      </el-button>
      <el-button
        aria-label="Smaller"
        :disabled="isFitted"
        @click="zoomOut"
      >
        <Icon name="ph:minus" />
      </el-button>
      <el-button
        aria-label="The whole drawing"
        :disabled="isFitted"
        @click="fit"
      >
        <Icon name="ph:frame-corners" />
      </el-button>
    </div>
  </div>
</template>

<style>
/* Not scoped: hundreds of paths would each carry the mark of the scope. */
.section-drawing { position: relative; width: 100%; height: 100%; min-height: 0; }
.section-drawing > svg { position: absolute; inset: 0; width: 100%; height: 100%; touch-action: pan-y; }
.section-drawing > svg.moves { touch-action: none; cursor: grab; }
.section-drawing .zoom { position: absolute; top: 0; right: 0; display: flex; gap: 4px; }
.section-drawing .zoom .el-button { width: var(--target); padding: 0; background: var(--chalk); }
.section-drawing .zoom svg { position: static; width: 20px; height: 20px; }
.section-drawing path { vector-effect: non-scaling-stroke; stroke-linejoin: round; }
.section-drawing :is(.body, .plain, .void, .dark, .line) { stroke: var(--ink); stroke-width: 1; }
.section-drawing .fine { fill: none; stroke: var(--slate); stroke-width: .7; }
.section-drawing .line { fill: none; }
.section-drawing .dark { fill: var(--ink); stroke-width: .6; }
.section-drawing .void { fill: var(--chalk); stroke-width: .8; }
.section-drawing .hatch-line { fill: none; stroke: var(--hatch); stroke-width: .8; }
.section-drawing .housing :is(.body, .plain) { fill: var(--steel-housing); }
.section-drawing .shaft :is(.body, .plain) { fill: var(--steel-shaft); }
.section-drawing .turning :is(.body, .plain) { fill: var(--steel-turning); }
.section-drawing .still :is(.body, .plain) { fill: var(--steel-still); }
.section-drawing .lit :is(.body, .plain) { fill: var(--brass-tint); stroke: var(--brass-line); stroke-width: 2; }
.section-drawing .lit :is(.line, .dark) { stroke: var(--brass-line); }
.section-drawing .ghost { fill: none; stroke: var(--rule-strong); stroke-width: .8; stroke-dasharray: 3 3; pointer-events: all; }
.section-drawing .lit .ghost { stroke: var(--brass-line); stroke-width: 1.6; }
.section-drawing .lifted :is(.body, .plain, .line) { stroke-width: .8; }
.section-drawing .lifted .fine { stroke-width: .4; }
.section-drawing .trace { fill: none; stroke: var(--slate); stroke-width: .8; stroke-dasharray: 1 3; }
.section-drawing .centre { fill: none; stroke: var(--oxide); stroke-width: .7; stroke-dasharray: 16 3 3 3; pointer-events: none; }
.section-drawing .balloon path { fill: none; stroke: var(--slate); stroke-width: .5; }
.section-drawing .balloon circle { fill: var(--chalk); stroke: var(--slate); stroke-width: .9; }
.section-drawing .balloon text { font: 500 10.5px var(--mono); fill: var(--ink); text-anchor: middle; }
.section-drawing .balloon.lit circle { fill: var(--brass-tint); stroke: var(--brass-line); stroke-width: 1.8; }
.section-drawing .balloon.lit path { stroke: var(--brass-line); stroke-width: 1; }
</style>
