<script setup lang="ts">
import { onBeforeUnmount, onMounted, ref } from 'vue'
import StateNote from '../../ui/StateNote.vue'
import AccountDialog from '../tray/AccountDialog.vue'
import CloseDialog from './CloseDialog.vue'
import KeysDialog from './KeysDialog.vue'
import PartDialog from '../tray/PartDialog.vue'
import StackDrawing from './StackDrawing.vue'
import StepPanel from './step/StepPanel.vue'
import TrayPanel from '../tray/TrayPanel.vue'
import VeePanel from './vee/VeePanel.vue'
import { useBench } from './use-bench'
import { useKeys } from './use-keys'

const { jobId } = defineProps<{ jobId: string }>()
const bench = useBench()
const { job } = bench
const [closing, helping, counting] = [ref(false), ref(false), ref(false)]
const step = ref<InstanceType<typeof StepPanel>>()
useKeys(bench, { note: () => step.value?.note(), help: () => { helping.value = true } })

onMounted(() => void job.open(jobId))
onBeforeUnmount(() => job.close())
</script>

<template>
  <StateNote
    v-if="job.problem"
    kind="problem"
    title="This job cannot be shown"
    :text="job.problem"
  >
    <NuxtLink to="/">
      Back to the yard
    </NuxtLink>
  </StateNote>
  <StateNote
    v-else-if="!job.sheet"
    kind="loading"
    title="Laying out the job …"
  />
  <div
    v-else
    class="bench"
  >
    <h1 class="visually-hidden">
      Bench: job {{ job.meta!.number }} on {{ job.meta!.unitTag }}
    </h1>
    <StackDrawing
      class="stack plate"
      :bench="bench"
    />
    <VeePanel
      class="vee plate"
      :bench="bench"
    />
    <StepPanel
      ref="step"
      class="step plate"
      :bench="bench"
      @close-job="closing = true"
    />
    <TrayPanel
      class="tray plate"
      :bench="bench"
      @close-job="closing = true"
      @account="counting = true"
      @help="helping = true"
    />
    <PartDialog :bench="bench" />
    <AccountDialog
      v-model="counting"
      :bench="bench"
    />
    <KeysDialog v-model="helping" />
    <CloseDialog
      v-model="closing"
      :bench="bench"
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
