<script setup lang="ts">
import { useTogether } from './together'

/** Readings of one grid, such as both journals of a shaft: measured in one go, written down in one go. */
defineProps<{ name: string }>()
const { complete, storeAll } = useTogether()
</script>

<template>
  <li class="group">
    <h3 class="eyebrow">
      {{ name }}
    </h3>
    <ul>
      <slot />
    </ul>
    <el-button
      v-if="complete.length > 1"
      type="primary"
      @click="storeAll"
    >
      Write all {{ complete.length }} down
    </el-button>
  </li>
</template>

<style scoped>
.group { padding-left: 10px; border-left: 3px solid var(--scribe); }
ul { list-style: none; margin: 6px 0 0; padding: 0; display: flex; flex-direction: column; gap: 8px; }
.el-button { margin-top: 8px; }
</style>
