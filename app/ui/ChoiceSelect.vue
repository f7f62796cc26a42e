<script setup lang="ts" generic="Value extends string">
/** One of a list. Its list is made when it is opened, so that a form full of choices comes at once. */
const { choices, label, filterable = false } = defineProps<{
  choices: readonly { value: Value, label: string }[]
  label: string
  id?: string
  filterable?: boolean
  placeholder?: string
}>()
const chosen = defineModel<Value>({ required: true })
</script>

<template>
  <el-select
    :id="id"
    v-model="chosen"
    :aria-label="label"
    :filterable="filterable"
    :placeholder="placeholder"
    :persistent="false"
    :empty-values="[null, undefined]"
  >
    <el-option
      v-for="one in choices"
      :key="one.value"
      :value="one.value"
      :label="one.label"
    />
    <template
      v-if="$slots.footer"
      #footer
    >
      <slot name="footer" />
    </template>
  </el-select>
</template>
