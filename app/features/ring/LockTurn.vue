<script setup lang="ts">
import { computed, reactive } from 'vue'
import { castleNutTurn, DomainError, parseQuantity, tabAlignment, threadSize } from '#core'
import { inUnits } from '../../ui/in-units'
import RefusalNote from '../../ui/RefusalNote.vue'

/** How far a nut goes on until its pin or its tab goes in. */
const { lock, thread, fromNm, toNm } = defineProps<{ lock: string, thread: string, fromNm: number, toNm: number }>()
const isTab = computed(() => lock === 'tab washer')
const said = reactive({ slots: '', past: '', tabs: '' })
const fields = computed(() => [
  ['slots', 'Slots of the nut', isTab.value ? '4' : '6'] as const,
  ...isTab.value ? [['tabs', 'Tabs of the washer', '17'] as const] : [],
  ['past', isTab.value ? 'A slot stands past a tab by' : 'A slot stands past the hole by', '20°'] as const,
])
const outcome = computed<{ text: string, problem: string }>(() => {
  if (fields.value.some(([key]) => !said[key].trim())) return { text: '', problem: '' }
  try {
    const [slots, pastDeg] = [Number(said.slots), parseQuantity(said.past, 'angle').value]
    if (!isTab.value) return { text: castleNutTurn({ slots, pastDeg, lowerNm: fromNm, upperNm: toNm }).sentence, problem: '' }
    const { tab, slot, turnDeg, alongMm } = tabAlignment({ tabs: Number(said.tabs), slots, pastDeg, pitchMm: threadSize(thread).pitchMm })
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
  <div class="lock-turn">
    <label
      v-for="[key, label, example] in fields"
      :key="key"
    >{{ label }}
      <el-input
        v-model="said[key]"
        class="mono"
        :placeholder="example"
        inputmode="decimal"
        autocomplete="off"
      />
    </label>
    <p
      v-if="outcome.text"
      role="status"
    >
      {{ outcome.text }}
    </p>
    <RefusalNote :text="outcome.problem" />
  </div>
</template>

<style scoped>
.lock-turn { display: grid; grid-template-columns: repeat(auto-fit, minmax(120px, 1fr)); gap: 8px; font-size: 14px; margin-bottom: 10px; align-items: end; }
.lock-turn p { grid-column: 1 / -1; font-weight: 500; font-size: 16px; }
</style>
