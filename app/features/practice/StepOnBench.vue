<script setup lang="ts">
import { computed, watch } from 'vue'
import type { SheetDocument } from '#core'
import { provideBench } from '../../job/use-bench'
import { StepPanel } from '../bench'
import { practiceJob } from './practice-job'

/** A step as the bench shows it, while its author writes it: on a machine that has it, before anything is done. */
const { sheet, step } = defineProps<{ sheet: SheetDocument, step: string }>()
const when = sheet.steps.find(one => one.key === step)?.when ?? {}
const { evidence, ...options } = Object.fromEntries([
  ...(sheet.options ?? []).map(({ key, values }) => [key, values[0]!.key] as const),
  ...Object.entries(when).map(([option, values]) => [option, values[0]!] as const),
])
const bench = provideBench(practiceJob(() => sheet, {
  options, depth: evidence === 'failure-analysis' ? evidence : 'routine',
}))
const shown = computed(() => bench.sheet.value.steps.find(one => one.key === step))
watch(shown, now => bench.look(now ?? null), { immediate: true })
</script>

<template>
  <StepPanel
    v-if="shown"
    inert
    class="plate"
  />
</template>
