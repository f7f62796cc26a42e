<script setup lang="ts">
import RefusalNote from '../../ui/RefusalNote.vue'

/** A sum beside the ring: a few fields, and what follows from them once all are filled. */
defineProps<{ fields: readonly (readonly [key: string, label: string, example: string])[], problem: string, isKnown: boolean }>()
const said = defineModel<Record<string, string>>({ required: true })
</script>

<template>
  <div class="sum">
    <label
      v-for="[key, label, example] in fields"
      :key="key"
    >{{ label }}
      <el-input
        v-model="said[key]"
        class="mono"
        :placeholder="example"
        autocomplete="off"
      />
    </label>
    <p
      v-if="isKnown"
      role="status"
    >
      <slot />
    </p>
    <RefusalNote :text="problem" />
  </div>
</template>

<style scoped>
.sum { display: grid; grid-template-columns: repeat(auto-fit, minmax(120px, 1fr)); gap: 8px; align-items: end; font-size: 14px; }
.sum p { grid-column: 1 / -1; font-size: 16px; }
</style>
