<script setup lang="ts">
import { computed, useTemplateRef, watch } from 'vue'
import { fieldOfDuty, type DutyLine, type SheetDocument } from '#core'
import { provideBench } from '../../job/use-bench'
import { StepPanel } from '../bench'
import { practiceJob } from './practice-job'

/**
 * A step as the bench shows it, while its author writes it: on a machine that has it, before anything is done. Whoever points at a place
 * of it writes the field that it comes from; the place of the field under the pen is framed.
 */
const { sheet, step, field } = defineProps<{ sheet: SheetDocument, step: string, field: string | null }>()
const emit = defineEmits<{ point: [field: string] }>()
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

const bed = useTemplateRef('bed')
const places = () => [...bed.value?.querySelectorAll<HTMLElement>('[data-says], [data-duty]') ?? []]
const fieldAt = ({ dataset: { says, duty } }: HTMLElement) =>
  says ?? (shown.value && fieldOfDuty(shown.value, duty as DutyLine['duty']['kind']))
/** What stands there is inert, so that nobody works on it: the place is found by where the finger is. */
function point({ clientX, clientY }: MouseEvent) {
  const hit = places().find((place) => {
    const { left, right, top, bottom } = place.getBoundingClientRect()
    return left <= clientX && clientX <= right && top <= clientY && clientY <= bottom
  })
  const said = hit && fieldAt(hit)
  if (said) emit('point', said)
}
watch([() => field, shown], () => {
  for (const place of places()) place.classList.toggle('written', field !== null && fieldAt(place) === field)
}, { flush: 'post', immediate: true })
</script>

<template>
  <div
    ref="bed"
    class="bed"
    @click="point"
  >
    <p class="eyebrow">
      As the bench shows it: point at a place to write it
    </p>
    <StepPanel
      v-if="shown"
      inert
      class="plate"
    />
  </div>
</template>

<style scoped>
.bed { cursor: pointer; }
.eyebrow { margin: 0 0 6px; }
/* There is no work at hand to go back to. */
.bed :deep(.elsewhere) { display: none; }
.bed :deep(.written) { outline: 2px solid var(--prussian); outline-offset: 3px; }
</style>
