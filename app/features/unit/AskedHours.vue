<script setup lang="ts">
/** A reading of a meter that is odd: what is odd about it, and why it is true all the same. */
defineProps<{ asked: string }>()
const because = defineModel<string>({ required: true })
</script>

<template>
  <div class="wide">
    <p
      class="asked"
      role="alert"
    >
      <Icon name="ph:question" /> {{ asked }}
    </p>
    <label>If it is true: why?<el-input
      v-model="because"
      maxlength="300"
    /></label>
  </div>
</template>

<style scoped>
.asked { background: var(--brass-tint); border-left: 4px solid var(--brass-line); padding: 10px 14px; }
</style>
