<script setup lang="ts">
import { computed, ref } from 'vue'
import { RingDrawing } from '../../ring'
import type { Drawing } from '../calculator'

/** The bolts as they lie, numbered as they are pulled; arrows or a tap go through them. */
const { drawing } = defineProps<{ drawing: Extract<Drawing, { kind: 'ring' }> }>()
const hand = ref(0)
const bolts = computed(() => drawing.order.map((_, bolt) =>
  ({ bolt, number: drawing.order.indexOf(bolt) + 1, state: 'open' as const, times: 0 })))
const shown = computed(() => hand.value < bolts.value.length ? hand.value : 0)
</script>

<template>
  <div>
    <RingDrawing
      :layout="drawing.layout"
      :bolts="bolts"
      :hand="shown"
      label="The bolts, numbered as they are pulled"
      @pick="(bolt: number) => { hand = bolt }"
    />
  </div>
</template>
