<script setup lang="ts">
import { ref } from 'vue'
import { AccountDialog, PartDialog, TrayPanel } from '../tray'
import CloseDialog from './CloseDialog.vue'
import KeysDialog from './KeysDialog.vue'
import StackDrawing from './StackDrawing.vue'
import StepPanel from './step/StepPanel.vue'
import VeePanel from './vee/VeePanel.vue'
import { useBench } from '../../job/use-bench'
import { useKeys } from './use-keys'

const bench = useBench()
const { job } = bench
const [closing, helping, counting] = [ref(false), ref(false), ref(false)]
const step = ref<InstanceType<typeof StepPanel>>()
useKeys(bench, { note: () => step.value?.note(), help: () => { helping.value = true } })
</script>

<template>
  <div class="bench">
    <h1 class="visually-hidden">
      Bench: job {{ job.meta.number }} on {{ job.meta.unitTag }}
    </h1>
    <StackDrawing
      class="stack plate"
    />
    <VeePanel
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
    <PartDialog />
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
.bench {
  display: grid;
  grid-template: 'stack stack stack' 132px 'vee step tray' minmax(0, 1fr) / minmax(430px, 1.15fr) minmax(380px, 1.1fr) 236px;
  gap: var(--gap);
  padding: var(--gap);
  height: 100%;
}
.stack { grid-area: stack; }
.vee { grid-area: vee; }
.step { grid-area: step; }
.tray { grid-area: tray; }
@media (max-width: 1060px) {
  .bench { grid-template: 'stack stack' 128px 'vee vee' minmax(170px, 28%) 'step tray' minmax(0, 1fr) / minmax(0, 1fr) 216px; }
}
@media (max-width: 640px) {
  .bench { display: flex; flex-direction: column; height: auto; }
  .stack { height: 120px; flex: none; }
  .vee { height: 44vh; flex: none; }
}
</style>
