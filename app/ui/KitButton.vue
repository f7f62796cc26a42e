<script setup lang="ts">
import { computed } from 'vue'
import type { PlanRow } from '#shared/wire/stores'
import { kitInWords } from './kit-words'

/** How a planned job stands with what it needs: a shape, words and a colour, and the way to its list. */
const { plan } = defineProps<{ plan: PlanRow }>()
const SHAPES = { in: 'ph:circle-fill', doubtful: 'ph:circle-half-fill', out: 'ph:diamond-fill', none: 'ph:minus' } as const
const kit = computed(() => kitInWords(plan.kit))
</script>

<template>
  <el-button
    class="kit"
    :class="kit.state"
    :disabled="!plan.kit"
    :aria-label="`What ${plan.unit} needs: ${kit.text}`"
  >
    <Icon :name="SHAPES[kit.state]" /> {{ kit.text }}
  </el-button>
</template>

<style scoped>
.kit { min-height: 44px; }
.in { color: var(--verdigris); }
.doubtful { color: var(--brass); }
.out { color: var(--oxide); }
</style>
