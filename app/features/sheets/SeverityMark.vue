<script setup lang="ts">
import type { Severity } from '#core'

/** How grave a finding is, as a shape, so that colour is not all that tells them apart. */
defineProps<{ severity: Severity }>()
const ICONS: Readonly<Record<Severity, string>> = {
  danger: 'ph:warning-octagon', wrong: 'ph:x-circle', doubtful: 'ph:question', thin: 'ph:minus-circle',
}
</script>

<template>
  <Icon :name="ICONS[severity]" />
</template>
