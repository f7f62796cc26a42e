<script setup lang="ts">
import { onMounted, ref } from 'vue'
import type { Corner } from '#core'

/** The photo with four corners to drag; arrow keys move the one in focus. */
const { preview, size } = defineProps<{ preview: ImageBitmap, size: { width: number, height: number } }>()
const corners = defineModel<Corner[]>({ required: true })
const drawing = ref<SVGSVGElement>()
const canvas = ref<HTMLCanvasElement>()
// The bitmap is drawn, not handed over: it is wanted again when the view is laid out anew.
onMounted(() => canvas.value?.getContext('2d')?.drawImage(preview, 0, 0))
const NAMES = ['first end, upper', 'last end, upper', 'last end, lower', 'first end, lower']
const STEPS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}

function put(i: number, x: number, y: number) {
  const inside = (place: number, most: number) => Math.round(Math.min(most, Math.max(0, place)))
  corners.value = corners.value.with(i, { x: inside(x, size.width), y: inside(y, size.height) })
}
function drag(i: number, event: PointerEvent) {
  if (!event.buttons) return
  const box = drawing.value!.getBoundingClientRect()
  put(i, (event.clientX - box.left) / box.width * size.width, (event.clientY - box.top) / box.height * size.height)
}
function nudge(i: number, event: KeyboardEvent) {
  const step = STEPS[event.key]
  if (!step) return
  event.preventDefault()
  const by = Math.max(1, Math.round(size.width / (event.shiftKey ? 40 : 400)))
  put(i, corners.value[i]!.x + step[0] * by, corners.value[i]!.y + step[1] * by)
}
const grab = (event: PointerEvent) => (event.currentTarget as Element).setPointerCapture(event.pointerId)
</script>

<template>
  <div class="picture">
    <canvas
      ref="canvas"
      :width="preview.width"
      :height="preview.height"
      role="img"
      aria-label="The photo of the face"
    />
    <svg
      ref="drawing"
      :viewBox="`0 0 ${size.width} ${size.height}`"
      role="group"
      aria-label="Corners of the face"
    >
      <polygon
        :points="corners.map(({ x, y }) => `${x},${y}`).join(' ')"
        :stroke-width="size.width / 250"
      />
      <g
        v-for="(corner, i) in corners"
        :key="i"
        tabindex="0"
        role="button"
        :aria-label="`Corner ${i + 1}: ${NAMES[i]}. Arrow keys move it`"
        @pointerdown="grab"
        @pointermove="drag(i, $event)"
        @keydown="nudge(i, $event)"
      >
        <circle
          class="touch"
          :cx="corner.x"
          :cy="corner.y"
          :r="size.width / 18"
        />
        <circle
          class="knob"
          :cx="corner.x"
          :cy="corner.y"
          :r="size.width / 45"
          :stroke-width="size.width / 220"
        />
        <text
          :x="corner.x"
          :y="corner.y"
          :font-size="size.width / 32"
        >{{ i + 1 }}</text>
      </g>
    </svg>
  </div>
</template>

<style scoped>
.picture { position: relative; }
canvas { display: block; width: 100%; }
svg { position: absolute; inset: 0; width: 100%; height: 100%; touch-action: none; }
polygon { fill: none; stroke: #E0B763; }
g { cursor: grab; outline: none; }
.touch { fill: transparent; }
.knob { fill: #12395B; stroke: #E0B763; }
g:focus-visible .knob { fill: #A63D2A; stroke: #FFFDF7; }
text { fill: #FFFDF7; font-family: var(--mono); font-weight: 600; text-anchor: middle; dominant-baseline: central; pointer-events: none; }
</style>
