<script setup lang="ts">
import { computed } from 'vue'
import type { Limb, Step } from '#core'
import { useBench } from '../../../job/use-bench'

const { step, limb } = defineProps<{ step: Step, limb: Limb }>()
const bench = useBench()

const status = computed(() => bench.statusOf(step))
const isShown = computed(() => bench.shown.value?.key === step.key)
const isWeak = computed(() => bench.weakened.value.has(step.key))
/** How the work departed from this step; it shows whichever way the step was closed. */
const departure = computed(() => bench.job.state.departures[step.key])
const waits = computed(() => {
  const stamp = bench.job.state.done[step.key]
  return stamp !== undefined && bench.job.waitingIds.has(stamp.event)
})
/** A number stays with its unit when the line breaks. */
const name = computed(() => (step.short ?? step.title).replaceAll(/(\d) (?=[°A-Za-zµ])/g, '$1\u00a0'))
const words = { done: 'done', next: 'can be done now', later: 'later' }
</script>

<template>
  <button
    class="chip"
    :class="[status, limb, { shown: isShown, weak: isWeak, departed: departure !== undefined }]"
    :data-step="step.key"
    :aria-current="isShown ? 'step' : undefined"
    :aria-label="`${step.title}, ${words[status]}${waits ? ', waiting to be sent' : ''}${isWeak ? ', on a verdict that got worse' : ''}${departure ? `, departure: ${departure.how}` : ''}`"
    @click="bench.look(step)"
  >
    <span
      class="sign"
      aria-hidden="true"
    >{{ waits ? '◔' : isWeak ? '!' : departure ? '≠' : status === 'done' ? '✓' : step.hold ? '◆' : status === 'next' ? '›' : '' }}</span>
    <span class="name">{{ name }}</span>
  </button>
</template>

<style scoped>
.chip { display: flex; align-items: center; gap: 6px; width: 100%; min-height: 32px; padding: 2px 9px; background: var(--chalk); border: 1px solid var(--rule-strong); text-align: left; font-size: 13.5px; line-height: 1.12; cursor: pointer; color: var(--ink); }
.chip.on { flex-direction: row-reverse; text-align: right; }
.name { flex: 1; min-width: 0; }
.sign { flex: none; width: 11px; font-size: 12px; text-align: center; }
.done { background: var(--verdigris-tint); border-color: transparent; }
.done .sign { color: var(--verdigris); font-weight: 700; }
/* Held against the register: the tick stands, its reading does not as well as it was shown. */
.done.weak:not(.shown) { background: var(--brass-tint); }
.done.weak:not(.shown) .sign { color: var(--brass); font-weight: 700; }
/* Closed, but not as the sheet says. */
.done.departed { border: 1px dashed var(--verdigris); }
.later { border: 1px dashed var(--rule); color: var(--slate); }
.next { border-color: var(--ink); }
.shown { background: var(--prussian); border: 1px solid var(--prussian); color: var(--on-prussian); }
.shown .sign { color: inherit; }
.shown.done { outline: 2px solid var(--verdigris); outline-offset: -3px; }
.floor { min-height: 38px; text-align: center; padding-inline: 6px; }
@media (pointer: coarse) { .chip { min-height: 44px; } }
</style>
