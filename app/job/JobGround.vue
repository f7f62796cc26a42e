<script setup lang="ts">
import { liveJob } from './job-store'
import { provideBench } from './use-bench'

/** Lays the open job on the bench for what stands on it. There must be one. */
provideBench(liveJob())
</script>

<template>
  <slot />
</template>
