<script setup lang="ts">
import StateNote from './StateNote.vue'

/** What a page says until it has what it shows: that it is fetched, or why it cannot be shown, with the way back. */
defineProps<{
  problem: string | null
  /** What cannot be shown: This draft. */
  what: string
  loading: string
  back?: { to: string, text: string } | undefined
}>()
</script>

<template>
  <StateNote
    v-if="problem"
    kind="problem"
    :title="`${what} cannot be shown`"
    :text="problem"
  >
    <NuxtLink
      v-if="back"
      :to="back.to"
    >
      {{ back.text }}
    </NuxtLink>
  </StateNote>
  <StateNote
    v-else
    kind="loading"
    :title="loading"
  />
</template>
