<script setup lang="ts">
import { computed, ref } from 'vue'
import { castleNutTurn, DomainError, parseQuantity, tabAlignment, threadSize } from '#core'
import { inUnits } from '../../ui/in-units'
import SmallSum from './SmallSum.vue'

/** How far a nut goes on until its pin or its tab goes in. */
const { lock, thread, fromNm, toNm } = defineProps<{ lock: string, thread: string, fromNm: number, toNm: number }>()
const isTab = computed(() => lock === 'tab washer')
const said = ref({ slots: '', past: '', tabs: '' })
const fields = computed(() => [
  ['slots', 'Slots of the nut', isTab.value ? '4' : '6'] as const,
  ...isTab.value ? [['tabs', 'Tabs of the washer', '17'] as const] : [],
  ['past', isTab.value ? 'A slot stands past a tab by' : 'A slot stands past the hole by', '20°'] as const,
])
const outcome = computed<{ text: string, problem: string }>(() => {
  if (fields.value.some(([key]) => !said.value[key].trim())) return { text: '', problem: '' }
  try {
    const [slots, pastDeg] = [Number(said.value.slots), parseQuantity(said.value.past, 'angle').value]
    if (!isTab.value) return { text: castleNutTurn({ slots, pastDeg, lowerNm: fromNm, upperNm: toNm }).sentence, problem: '' }
    const { tab, slot, turnDeg, alongMm } = tabAlignment({ tabs: Number(said.value.tabs), slots, pastDeg, pitchMm: threadSize(thread).pitchMm })
    return {
      text: `Go ${turnDeg.toFixed(0)}° on to tab ${tab} and slot ${slot}: ${inUnits(alongMm!, 'length', 3)} along the shaft. Never back.`,
      problem: '',
    }
  } catch (error) {
    if (error instanceof DomainError) return { text: '', problem: error.message }
    throw error
  }
})
</script>

<template>
  <SmallSum
    v-model="said"
    :fields="fields"
    :problem="outcome.problem"
    :is-known="outcome.text !== ''"
  >
    {{ outcome.text }}
  </SmallSum>
</template>
