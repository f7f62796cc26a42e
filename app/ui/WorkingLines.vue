<script setup lang="ts">
import type { WorkingLine } from '#core'

defineProps<{ lines: readonly WorkingLine[] }>()
</script>

<template>
  <details class="working">
    <summary>Show the working</summary>
    <ol>
      <li
        v-for="line in lines"
        :key="line.label"
      >
        <strong>{{ line.label }}</strong> <span class="quiet">{{ line.formula }}</span>
        <div class="mono">
          {{ line.substituted }} = {{ line.result }}
        </div>
        <small class="quiet">{{ line.source }}</small>
      </li>
    </ol>
  </details>
</template>

<style scoped>
summary { cursor: pointer; color: var(--scribe); min-height: 44px; display: flex; align-items: center; }
summary::before { content: '▸'; margin-right: 6px; }
details[open] summary::before { content: '▾'; }
li { padding: 6px 0; border-top: 1px solid var(--rule); overflow-wrap: anywhere; }
</style>
