<script setup lang="ts">
import { computed, reactive, shallowRef } from 'vue'
import { sheetFaults, type Depth, type SheetDocument, type SheetFault } from '#core'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'
import StateNote from '../../ui/StateNote.vue'
import { practiceJob } from './practice-job'
import PracticeBench from './PracticeBench.vue'

/** A sheet tried on the bench with a made-up machine: as its users will have it, and nothing of it is kept. */
const { sheet, back } = defineProps<{ sheet: SheetDocument, back: string }>()
const faults: SheetFault[] = sheetFaults(sheet)
const options = reactive<Record<string, string>>(Object.fromEntries((sheet.options ?? []).map(({ key, values }) => [key, values[0]!.key])))
const depth = shallowRef<Depth>('routine')
const DEPTHS = [{ value: 'routine', label: 'Routine' }, { value: 'failure-analysis', label: 'Failure analysis' }] as const

const begin = () => practiceJob(() => sheet, { options: { ...options }, depth: depth.value })
const job = shallowRef(faults.length === 0 ? begin() : null)
function again() { job.value = begin() }
const setups = computed(() => (sheet.options ?? []).map(option => ({
  ...option, choices: option.values.map(({ key: value, name: label }) => ({ value, label })),
})))
</script>

<template>
  <StateNote
    v-if="!job"
    kind="problem"
    title="This cannot be worked by yet"
    :text="faults.slice(0, 5).map(fault => fault.reason).join(' ')"
  >
    <NuxtLink :to="back">
      Back to the sheet
    </NuxtLink>
  </StateNote>
  <PracticeBench
    v-else
    :key="job.meta.id"
    :job="job"
    :back="back"
  >
    <ChoiceSelect
      v-for="option in setups"
      :key="option.key"
      v-model="options[option.key]!"
      class="option"
      :choices="option.choices"
      :label="option.name"
      @update:model-value="again"
    />
    <ChoiceSelect
      v-model="depth"
      class="option"
      :choices="DEPTHS"
      label="How much evidence"
      @update:model-value="again"
    />
    <el-button @click="again">
      <Icon name="ph:arrow-counter-clockwise" /> Start again
    </el-button>
  </PracticeBench>
</template>

<style scoped>
.option { width: 190px; }
</style>
