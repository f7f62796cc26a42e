<script setup lang="ts">
import FindingNote from '../FindingNote.vue'
import FixButton from './FixButton.vue'
import type { SaidHere } from './use-said-of'

/** What the checker says, beside its place, and what would end it. */
defineProps<{ said: SaidHere }>()
</script>

<template>
  <div>
    <FindingNote
      v-if="said.finding"
      :finding="said.finding"
    />
    <p
      v-else
      class="fault"
    >
      <Icon name="ph:warning" /> {{ said.text }}
    </p>
    <FixButton
      v-if="said.fix"
      :fix="said.fix"
    />
  </div>
</template>

<style scoped>
.fault { margin: 4px 0 0; color: var(--oxide); font-size: 15px; }
</style>
