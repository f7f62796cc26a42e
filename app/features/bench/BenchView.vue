<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { AccountDialog, PartDialog, TrayPanel } from '../tray'
import StackPanel from './stack/StackPanel.vue'
import StepPanel from './step/StepPanel.vue'
import VeePanel from './vee/VeePanel.vue'
import { afterPaint } from '../../ui/after-paint'
import { fetchLater, laterDialog } from '../../ui/later'
import { useBench } from '../../job/use-bench'
import { useTypingInstruments } from '../instruments'
import { useKeys } from './use-keys'

const CloseDialog = laterDialog(() => import('./CloseDialog.vue'))
const KeysDialog = laterDialog(() => import('./KeysDialog.vue'))

const bench = useBench()
const { job } = bench
/** A machine that nobody has drawn yet leaves its room to the V. */
const isDrawn = computed(() => job.sheet.parts.some(part => part.outlines))
const [closing, helping, counting] = [ref(false), ref(false), ref(false)]
const isPartOpen = computed({ get: () => bench.pickedPart.value !== null, set: (value) => { if (!value) bench.pickPart(null) } })
const step = ref<InstanceType<typeof StepPanel>>()
/** The step is there first; the machine and its V, which are more to draw, come in the next frame. */
const stepShown = ref(false)
onMounted(() => {
  fetchLater()
  afterPaint(() => { stepShown.value = true })
})
/** Where the bench is longer than the screen, a step that is chosen further down comes into sight. */
watch(() => bench.shown.value?.key, () => {
  const panel = step.value?.$el as HTMLElement | undefined
  if (panel && panel.getBoundingClientRect().top < 0) panel.scrollIntoView()
})
useTypingInstruments()
useKeys(bench, { note: () => step.value?.note(), help: () => { helping.value = true } })
</script>

<template>
  <div
    class="bench"
    :class="{ undrawn: !isDrawn }"
  >
    <h1 class="visually-hidden">
      Bench: job {{ job.meta.number }} on {{ job.meta.unitTag }}
    </h1>
    <component
      :is="stepShown ? StackPanel : 'div'"
      v-if="isDrawn"
      class="stack plate"
    />
    <component
      :is="stepShown ? VeePanel : 'div'"
      class="vee plate"
    />
    <StepPanel
      ref="step"
      class="step plate"
      @close-job="closing = true"
    />
    <TrayPanel
      class="tray plate"
      @close-job="closing = true"
      @account="counting = true"
      @help="helping = true"
    />
    <PartDialog v-model="isPartOpen" />
    <AccountDialog
      v-model="counting"
    />
    <KeysDialog v-model="helping" />
    <CloseDialog
      v-model="closing"
    />
  </div>
</template>

<style scoped>
/* The machine stands above its V, so that the step has the whole height. */
.bench {
  display: grid;
  grid-template: 'stack step tray' clamp(200px, 33%, 360px) 'vee step tray' minmax(0, 1fr) / minmax(400px, 1.05fr) minmax(400px, 1.15fr) 236px;
  gap: var(--gap);
  padding: var(--gap);
  height: 100%;
}
.bench > .plate { contain: layout paint style; }
.bench.undrawn { grid-template-rows: 0 minmax(0, 1fr); row-gap: 0; }
.stack { grid-area: stack; }
.vee { grid-area: vee; }
.step { grid-area: step; }
.tray { grid-area: tray; }
@media (max-width: 1060px) {
  .bench { grid-template: 'stack stack' clamp(170px, 23%, 260px) 'vee vee' minmax(150px, 20%) 'step tray' minmax(0, 1fr) / minmax(0, 1fr) 216px; }
  .bench.undrawn { grid-template-rows: 0 minmax(190px, 32%) minmax(0, 1fr); row-gap: 0; }
  .bench.undrawn > .vee { margin-bottom: var(--gap); }
}
@media (max-width: 640px) {
  /* One below the other: what is to be done first. */
  .bench { display: flex; flex-direction: column; height: auto; }
  .step { order: -1; }
  .stack { height: 220px; flex: none; }
  .vee { height: 60vh; flex: none; }
}
</style>
