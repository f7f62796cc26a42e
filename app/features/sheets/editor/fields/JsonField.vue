<script setup lang="ts">
import { ref, watch } from 'vue'

/** What no form shows is written as it stands in the document. */
const { label } = defineProps<{ label: string }>()
const value = defineModel<unknown>()
const emit = defineEmits<{ typed: [value: unknown] }>()
const shown = () => value.value === undefined ? '' : JSON.stringify(value.value, null, 1)
const [text, problem] = [ref(shown()), ref('')]
watch(value, () => { text.value = shown() })

function read(): { said: unknown, problem: string } {
  try {
    return { said: text.value.trim() === '' ? undefined : JSON.parse(text.value), problem: '' }
  } catch (error) {
    return { said: value.value, problem: `This is no JSON: ${(error as Error).message}` }
  }
}
function commit() {
  const { said, problem: wrong } = read()
  problem.value = wrong
  value.value = said
}
</script>

<template>
  <span>
    <el-input
      v-model="text"
      class="grows mono"
      type="textarea"
      :aria-label="label"
      @input="emit('typed', read().said)"
      @change="commit"
    />
    <small
      v-if="problem"
      role="alert"
    >{{ problem }}</small>
  </span>
</template>

<style scoped>
small { color: var(--oxide); }
</style>
