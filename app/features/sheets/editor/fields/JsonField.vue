<script setup lang="ts">
import { ref, watch } from 'vue'

/** What no form shows is written as it stands in the document. */
const { label } = defineProps<{ label: string }>()
const value = defineModel<unknown>()
const shown = () => value.value === undefined ? '' : JSON.stringify(value.value, null, 1)
const [text, problem] = [ref(shown()), ref('')]
watch(value, () => { text.value = shown() })

function commit() {
  problem.value = ''
  if (text.value.trim() === '') {
    value.value = undefined
    return
  }
  try {
    value.value = JSON.parse(text.value) as unknown
  } catch (error) {
    problem.value = `This is no JSON: ${(error as Error).message}`
  }
}
</script>

<template>
  <span>
    <el-input
      v-model="text"
      class="grows mono"
      type="textarea"
      :aria-label="label"
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
