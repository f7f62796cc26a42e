<script setup lang="ts" generic="Value extends string">
import { nextTick, ref } from 'vue'

/** One of a list. Its list is made when it is opened, so that a form full of choices comes at once. */
const { choices, label, filterable = false, further = '' } = defineProps<{
  choices: readonly { value: Value, label: string }[]
  label: string
  id?: string
  filterable?: boolean
  placeholder?: string
  /** What stands last and brings further choices when it is chosen. */
  further?: string
}>()
const emit = defineEmits<{ further: [] }>()
const chosen = defineModel<Value>({ required: true })

const FURTHER = '\u0000further'
const list = ref<{ toggleMenu: () => void }>()
async function choose(value: Value | typeof FURTHER) {
  if (value !== FURTHER) {
    chosen.value = value as Value
    return
  }
  emit('further')
  await nextTick()
  list.value?.toggleMenu()
}
</script>

<template>
  <el-select
    :id="id"
    ref="list"
    :model-value="chosen"
    :aria-label="label"
    :filterable="filterable"
    :placeholder="placeholder"
    :persistent="false"
    :empty-values="[null, undefined]"
    @update:model-value="choose"
  >
    <el-option
      v-for="one in choices"
      :key="one.value"
      :value="one.value"
      :label="one.label"
    />
    <el-option
      v-if="further"
      class="further"
      :value="FURTHER"
      :label="further"
    />
  </el-select>
</template>

<style scoped>
.further { border-top: 1px solid var(--rule); color: var(--prussian); font-weight: 600; }
</style>
