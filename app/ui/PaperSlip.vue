<script setup lang="ts">
import { nextTick, ref } from 'vue'

/** Something small on the screen that can be printed by itself: a slip with a code, a badge. Nothing else is on that paper. */
defineProps<{ act: string }>()
const isPrinting = ref(false)
async function print() {
  isPrinting.value = true
  await nextTick()
  window.print()
  isPrinting.value = false
}
</script>

<template>
  <slot />
  <el-button @click="print">
    <Icon name="ph:printer" /> {{ act }}
  </el-button>
  <Teleport to="body">
    <div
      v-if="isPrinting"
      class="paper-slip"
    >
      <slot />
    </div>
  </Teleport>
</template>
