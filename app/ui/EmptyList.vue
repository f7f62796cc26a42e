<script setup lang="ts">
/**
 * An empty list: what would stand there, and who may put it there. Whoever may gets the way to do so in the slot; a list that is searched or
 * filtered says that nothing matches, instead.
 */
const { would, who, isSought = false } = defineProps<{ would: string, who?: string, isSought?: boolean }>()
const emit = defineEmits<{ clear: [] }>()
</script>

<template>
  <div
    class="empty"
    role="status"
  >
    <template v-if="isSought">
      <p>Nothing matches what is looked for.</p>
      <el-button @click="emit('clear')">
        Show everything
      </el-button>
    </template>
    <template v-else>
      <p>{{ would }}</p>
      <p
        v-if="who"
        class="quiet"
      >
        {{ who }}
      </p>
      <div class="ways">
        <slot />
      </div>
    </template>
  </div>
</template>

<style scoped>
.empty { display: flex; flex-direction: column; gap: 6px; align-items: center; max-width: 560px; margin: 0 auto; padding: 10px 0; text-align: center; line-height: 1.4; color: var(--ink); white-space: normal; text-wrap: balance; }
.ways { display: flex; flex-wrap: wrap; gap: 10px; justify-content: center; margin-top: 6px; }
.ways:empty { display: none; }
</style>
