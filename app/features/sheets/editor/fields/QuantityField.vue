<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { KINDS, type QuantityKind } from '#core'
import { saidQuantity } from '../../../../ui/said-quantity'

/** A figure as people write it, with any unit of what it measures; a bare number without one. */
const { quantity, label, minutes = false } = defineProps<{ quantity?: QuantityKind | undefined, label: string, minutes?: boolean }>()
const value = defineModel<number | undefined>()
const emit = defineEmits<{ typed: [value: number | undefined] }>()
const unit = computed(() => quantity ? KINDS[quantity].base : minutes ? 'min' : '')
const shown = () => value.value === undefined ? '' : String(value.value)
const text = ref(shown())
const problem = ref('')
watch(value, () => { text.value = shown() })

const read = () => quantity ? saidQuantity(text.value, quantity) : bare(text.value)
function type() {
  const said = read()
  emit('typed', said.problem ? value.value : said.value)
}
function commit() {
  const said = read()
  problem.value = said.problem
  if (!said.problem && said.value !== value.value) value.value = said.value
}
function bare(typed: string): { value: number | undefined, problem: string } {
  if (!typed.trim()) return { value: undefined, problem: '' }
  const number = Number(typed.trim().replace(',', '.'))
  return Number.isFinite(number) ? { value: number, problem: '' } : { value: undefined, problem: `"${typed}" is no number.` }
}
</script>

<template>
  <span class="quantity">
    <el-input
      v-model="text"
      class="mono"
      :aria-label="label"
      @input="type"
      @change="commit"
    >
      <template
        v-if="unit"
        #suffix
      >{{ unit }}</template>
    </el-input>
    <small
      v-if="problem"
      role="alert"
    >{{ problem }}</small>
  </span>
</template>

<style scoped>
.quantity { display: block; max-width: 220px; }
small { display: block; color: var(--oxide); }
</style>
