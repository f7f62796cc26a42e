<script setup lang="ts">
import { computed, ref } from 'vue'
import { BAUD_RATES, lineReader, patternFault } from '#shared/instruments/line-pattern'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'

/** How the lines of an instrument look where a cable plugs it into the tablet, tried on one of them. */
const { unit } = defineProps<{ unit: string }>()
const linePattern = defineModel<string>('linePattern', { required: true })
const baudRate = defineModel<string>('baudRate', { required: true })
const bauds = BAUD_RATES.map(rate => ({ value: `${rate}`, label: `${rate} baud` }))
const example = ref('')
const tried = computed(() => {
  const pattern = linePattern.value.trim()
  if (!pattern) return ''
  const fault = patternFault(pattern)
  if (fault) return `${fault}.`
  if (!example.value.trim()) return ''
  const seen = lineReader(pattern)(example.value)
  return seen ? `Read as ${seen.value} ${seen.unit ?? unit}` : 'This line does not look so.'
})
</script>

<template>
  <label>Its lines, where a cable plugs it into the tablet<el-input
    v-model="linePattern"
    class="mono"
    placeholder="A1 {value} {unit} {any}"
    autocomplete="off"
  /></label>
  <div class="field">
    <span>Speed of its line</span><ChoiceSelect
      v-model="baudRate"
      label="Speed of its line"
      :choices="bauds"
    />
  </div>
  <template v-if="linePattern.trim()">
    <label>One of them, to try it<el-input
      v-model="example"
      class="mono"
      placeholder="A1 +012.345 mm ok"
      autocomplete="off"
    /></label>
    <p
      class="tried"
      role="status"
    >
      {{ tried }}
    </p>
  </template>
</template>

<style scoped>
label, .field { display: flex; flex-direction: column; gap: 2px; font: 600 15px var(--label); }
.tried { align-self: end; min-height: var(--target); display: flex; align-items: center; }
</style>
