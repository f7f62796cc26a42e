<script setup lang="ts">
import type { Proposal } from '#core'
import { useDraft } from './use-draft'

/** What ends what the checker says: one tap. */
defineProps<{ fix: Proposal }>()
const { act } = useDraft()
</script>

<template>
  <el-button
    class="fix"
    @click="act(fix.edits)"
  >
    <Icon name="ph:wrench" /> {{ fix.what }}
  </el-button>
</template>

<style scoped>
.fix { margin: 4px 0 0 38px; max-width: calc(100% - 46px); height: auto; white-space: normal; text-align: left; }
</style>
