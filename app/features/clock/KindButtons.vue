<script setup lang="ts">
import { computed } from 'vue'
import { CLEAN, EVIDENCE_ROLES, kindName, type EvidenceRole } from '#core'

/** All that can be seen on a thing of a role, one button each, and that nothing is. */
const { role } = defineProps<{ role: EvidenceRole, disabled?: boolean }>()
const emit = defineEmits<{ seen: [kind: string] }>()
const kinds = computed<readonly string[]>(() => EVIDENCE_ROLES[role].kinds)
</script>

<template>
  <div
    class="kinds"
    role="group"
    aria-label="What is seen"
  >
    <el-button
      v-for="kind in kinds"
      :key="kind"
      :disabled="disabled"
      @click="emit('seen', kind)"
    >
      {{ kindName(kind) }}
    </el-button>
    <el-button
      class="clean"
      :disabled="disabled"
      @click="emit('seen', CLEAN)"
    >
      <Icon name="ph:check-bold" /> nothing found
    </el-button>
  </div>
</template>

<style scoped>
.kinds { display: flex; flex-wrap: wrap; gap: 6px; }
.kinds .el-button { margin: 0; min-height: 48px; padding: 0 12px; }
.clean { color: var(--verdigris); border-color: var(--verdigris); }
</style>
