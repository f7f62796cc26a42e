<script setup lang="ts">
import { computed } from 'vue'
import { dueIn } from './due-words'

/** A day as people count to it, and the day itself; what is late or soon stands out, and not by its colour alone. */
const { day } = defineProps<{ day: string | null }>()
const due = computed(() => dueIn(day))
</script>

<template>
  <span
    class="due"
    :class="due.state"
  >{{ due.text }}<small
    v-if="day"
    class="mono quiet"
  >{{ day }}</small></span>
</template>

<style scoped>
.late { color: var(--oxide); font-weight: 600; }
.soon { font-weight: 600; }
small { display: block; font-weight: 400; }
</style>
