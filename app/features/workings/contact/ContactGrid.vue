<script setup lang="ts">
import { onMounted, ref, watch } from 'vue'
import { GRID_COLUMNS, GRID_ROWS, type ContactPattern } from '#core'

/** The face laid flat: what counts as contact, and the share of each field. */
const { pattern } = defineProps<{ pattern: ContactPattern }>()
const canvas = ref<HTMLCanvasElement>()
/** Opaque colours as a canvas keeps them: alpha, blue, green, red. */
const [BLUE, METAL] = [0xFFB87F2E, 0xFFD6DEDE]

function draw() {
  const { mask, maskWidth, maskHeight } = pattern
  const surface = canvas.value!
  surface.width = maskWidth
  surface.height = maskHeight
  const image = new ImageData(maskWidth, maskHeight)
  // One word a pixel, or the drawing would cost a frame.
  const words = new Uint32Array(image.data.buffer)
  for (let i = 0; i < mask.length; i++) words[i] = mask[i] ? BLUE : METAL
  surface.getContext('2d')!.putImageData(image, 0, 0)
}
onMounted(draw)
watch(() => pattern, draw)
</script>

<template>
  <div class="face">
    <canvas
      ref="canvas"
      aria-hidden="true"
    />
    <table aria-label="Share of contact by field, percent">
      <tbody>
        <tr
          v-for="row in GRID_ROWS"
          :key="row"
        >
          <td
            v-for="column in GRID_COLUMNS"
            :key="column"
            class="mono"
          >
            {{ (pattern.grid[row - 1]![column - 1]! * 100).toFixed(0) }}
          </td>
        </tr>
      </tbody>
    </table>
    <p class="ends eyebrow">
      <span>first end</span><span>last end</span>
    </p>
  </div>
</template>

<style scoped>
.face { position: relative; }
canvas { display: block; width: 100%; aspect-ratio: 2; }
table { position: absolute; inset: 0 0 auto; width: 100%; aspect-ratio: 2; border-collapse: collapse; table-layout: fixed; }
td { border: 1px solid rgba(20, 34, 43, .25); text-align: center; font-size: 12.5px; color: #14222B; text-shadow: 0 0 3px #FFFDF7, 0 0 3px #FFFDF7, 0 0 3px #FFFDF7; }
.ends { display: flex; justify-content: space-between; margin-top: 4px; }
</style>
