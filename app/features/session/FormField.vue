<script setup lang="ts">
/** A line of a sign-in form: its label and the input; attributes go to the input. */
defineOptions({ inheritAttrs: false })
const { id, label } = defineProps<{ id: string, label: string }>()
const text = defineModel<string>({ required: true })
</script>

<template>
  <label :for="id">{{ label }}</label>
  <el-input
    :id="id"
    v-model="text"
    v-bind="$attrs"
  />
</template>

<style scoped>
label { font: 600 15px var(--label); margin-top: 6px; }
</style>
