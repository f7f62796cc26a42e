<script setup lang="ts">
import { computed, nextTick, ref, shallowRef, useTemplateRef, watch, type CSSProperties } from 'vue'
import { useResizeObserver } from '@vueuse/core'
import { fieldOfDuty, fieldWord, type DutyLine, type SheetDocument } from '#core'
import { provideBench } from '../../job/use-bench'
import { StepPanel } from '../bench'
import { practiceJob } from './practice-job'

/**
 * A step as the bench shows it, written where it stands: on a machine that has it, before anything is done. Whoever points at a place of it
 * has the field that it comes from there (the slot), and the step makes room for it; a field that has no place yet is written below.
 *
 * `framed`: the field that is written elsewhere; `offered`: what most steps say.
 */
const { sheet, step, framed, offered } = defineProps<{
  sheet: SheetDocument, step: string, framed: string | null, offered: readonly string[]
}>()
/** The field that is written here. */
const field = defineModel<string | null>('field', { required: true })
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

const [bed, plate, pen] = [useTemplateRef('bed'), useTemplateRef('plate'), useTemplateRef('pen')]
const fieldAt = ({ dataset: { says, duty } }: HTMLElement) =>
  says ?? (shown.value && fieldOfDuty(shown.value, duty as DutyLine['duty']['kind']))
const places = () => [...plate.value?.querySelectorAll<HTMLElement>('[data-says], [data-duty]') ?? []]
/** What stands there is inert, so that nobody works on it: the place is found by where the finger is. */
const placeUnder = ({ clientX, clientY }: MouseEvent) => places().find((place) => {
  const { left, right, top, bottom } = place.getBoundingClientRect()
  return left <= clientX && clientX <= right && top <= clientY && clientY <= bottom
})
/** Of several places of one field: which was pointed at. */
let nth = 0
/** Found when the finger comes down: what was written before is kept then, and the step may grow under the finger. */
const aimed = shallowRef<string | null>(null)
function aim(event: MouseEvent) {
  const place = placeUnder(event)
  aimed.value = (place && fieldAt(place)) ?? null
  if (place) nth = places().filter(one => fieldAt(one) === aimed.value).indexOf(place)
}

const spot = ref<CSSProperties | null>(null)
const placed = ref<ReadonlySet<string | undefined>>(new Set())
const others = computed(() => offered.filter(one => !placed.value.has(one)))
/** Lays the pen over its place, which takes its height. */
function lay() {
  const all = places()
  placed.value = new Set(all.map(fieldAt))
  for (const place of all) {
    place.style.minHeight = ''
    place.classList.toggle('written', fieldAt(place) === (field.value ?? framed))
  }
  const mine = all.filter(one => field.value !== null && fieldAt(one) === field.value)
  const place = mine[nth] ?? mine[0]
  if (!place || !bed.value || !pen.value) {
    spot.value = null
    return
  }
  place.style.minHeight = `${pen.value.offsetHeight}px`
  const [{ left, top, width }, from] = [place.getBoundingClientRect(), bed.value.getBoundingClientRect()]
  const { fontFamily, fontSize, fontWeight, color } = getComputedStyle(place)
  spot.value = {
    'position': 'absolute', 'left': `${left - from.left}px`, 'top': `${top - from.top + bed.value.scrollTop}px`, 'width': `${width}px`,
    '--said-family': fontFamily, '--said-size': fontSize, '--said-weight': fontWeight, '--said-color': color,
  }
}
watch([() => framed, shown], lay, { flush: 'post', immediate: true })
watch(field, async (now) => {
  lay()
  await nextTick()
  const first = pen.value?.querySelector<HTMLElement>('input:not([type=file]), textarea, button')
  if (!now || !first) return
  lay()
  pen.value!.scrollIntoView({ block: 'nearest' })
  first.focus({ preventScroll: true })
  if (!(first instanceof HTMLTextAreaElement) && !first.matches('input[type=text]')) return
  const line = first as HTMLInputElement
  line.setSelectionRange(line.value.length, line.value.length)
}, { flush: 'post' })
useResizeObserver([plate, pen], lay)
/** Esc leaves what stood there before. */
let stood = ''
const remember = ({ target }: FocusEvent) => { stood = isText(target) ? target.value : '' }
function leave({ target }: KeyboardEvent) {
  if (isText(target)) target.value = stood
  field.value = null
}
const isText = (target: EventTarget | null): target is HTMLInputElement | HTMLTextAreaElement =>
  target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement
/** A line is finished with Enter; where something is picked, or several are written, Enter is theirs. */
function finish({ target }: KeyboardEvent) {
  if (!(target instanceof HTMLInputElement) || target.role === 'combobox') return
  if (pen.value!.querySelectorAll('input, textarea').length > 1) return
  target.blur()
  field.value = null
}
</script>

<template>
  <div
    ref="bed"
    class="bed"
  >
    <p class="eyebrow">
      As the bench shows it: point at a place to write there
    </p>
    <div
      ref="plate"
      class="plate"
      @pointerdown="aim"
      @click="field = aimed"
    >
      <StepPanel
        v-if="shown"
        inert
      />
    </div>
    <div
      v-if="others.length > 0"
      class="others"
      role="group"
      aria-label="Not seen here"
    >
      <span>Not seen here</span>
      <el-button
        v-for="one in others"
        :key="one"
        size="small"
        @click="field = one"
      >
        {{ fieldWord(one) }}
      </el-button>
    </div>
    <div
      v-if="field"
      ref="pen"
      class="pen"
      :style="spot ?? {}"
      role="group"
      :aria-label="`${fieldWord(field)}, in the step`"
      @focusin="remember"
      @keydown.esc.stop="leave"
      @keydown.enter="finish"
    >
      <p
        v-if="!spot"
        class="name"
      >
        {{ fieldWord(field) }}
      </p>
      <slot :field="field" />
    </div>
  </div>
</template>

<style scoped>
.bed { position: relative; }
.eyebrow { margin: 0 0 6px; }
.plate { cursor: text; }
/* There is no work at hand to go back to. */
.plate :deep(.elsewhere) { display: none; }
.plate :deep([data-says]), .plate :deep([data-duty]) { outline: 1px dashed var(--rule); outline-offset: 3px; }
.plate :deep(.written) { outline: 2px solid var(--prussian); }
.others { display: flex; flex-wrap: wrap; gap: 6px; align-items: center; margin-top: 10px; }
.others span { color: var(--slate); font-size: 14px; }
.others .el-button { margin: 0; min-height: 36px; font-size: 15px; }
.pen { z-index: 1; margin-top: 10px; background: var(--chalk); }
.pen[style*="absolute"] { margin: 0; }
.name { margin: 0 0 4px; font: 600 16px/1.2 var(--label); }
/* Written as it stands there. */
.pen :deep(.el-input__inner), .pen :deep(.el-textarea__inner) {
  font: var(--said-weight, 400) var(--said-size, 16px)/1.3 var(--said-family, var(--text));
  color: var(--said-color, inherit);
}
.pen :deep(> div > .el-input .el-input__wrapper.el-input__wrapper),
.pen :deep(> div > .el-textarea .el-textarea__inner.el-textarea__inner) { padding-inline: 3px; }
</style>
