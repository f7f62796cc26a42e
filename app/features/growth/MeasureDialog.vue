<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { growMeasure, MEASURED_HOW, type MeasuredHow } from '#core'
import AskDialog from '../../ui/AskDialog.vue'
import LabelledField from '../../ui/LabelledField.vue'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'
import RefusalNote from '../../ui/RefusalNote.vue'
import { saidQuantity } from '../../ui/said-quantity'
import { useInstrumentStore } from '../../net/instrument-store'
import { focusFirst } from '../../ui/focus-first'
import { useGrowth } from './use-growth'

/** A reading that nobody had asked for; the value is typed where all values are. */
const open = defineModel<boolean>({ required: true })
const word = ref<{ focus: () => void }>()
const { bench, write, parts } = useGrowth()
const { job } = bench
const register = useInstrumentStore()
const [name, part, kind] = [ref(''), ref(''), ref('')]
const how = ref<MeasuredHow>('one value')
const [lower, upper] = [ref(''), ref('')]

/** What is measured with: kinds of the register, one line a kind, the most exact of each. */
const kinds = computed(() => {
  const best = new Map<string, (typeof register.instruments)[number]>()
  for (const one of register.instruments)
    if (!best.has(one.kind) || one.uncertainty < best.get(one.kind)!.uncertainty) best.set(one.kind, one)
  return [...best.values()].sort((a, b) => a.kind.localeCompare(b.kind))
})
const picked = computed(() => kinds.value.find(one => one.kind === kind.value))
watch(open, (isOpen) => {
  if (!isOpen) return
  name.value = lower.value = upper.value = ''
  how.value = 'one value'
  // What is measured now is measured on the machine as it stands; a part on the floor is named.
  part.value = parts.value[0]?.key ?? ''
  kind.value = kinds.value.find(one => one.kind.includes('dial'))?.kind ?? kinds.value[0]?.kind ?? ''
  job.refusal = null
}, { immediate: true })
watch(name, (said) => {
  if (/run-?out|wobble/i.test(said)) how.value = 'run-out'
  else if (/diameter|journal|bore|seat/i.test(said)) how.value = 'survey'
})

const limits = computed(() => {
  const { quantity } = picked.value ?? { quantity: 'length' as const }
  return { lower: saidQuantity(lower.value, quantity), upper: saidQuantity(upper.value, quantity) }
})
const problem = computed(() => limits.value.lower.problem || limits.value.upper.problem)
const ready = computed(() => name.value.trim().length >= 2 && picked.value !== undefined && problem.value === '')

function measure() {
  const { quantity, uncertainty } = picked.value!
  const done = write(at => growMeasure(at, {
    name: name.value.trim(), part: part.value, quantity, how: quantity === 'length' ? how.value : 'one value', instrument: kind.value,
    uncertainty, lower: limits.value.lower.value, upper: limits.value.upper.value,
  }))
  if (done) open.value = false
}
</script>

<template>
  <AskDialog
    v-model="open"
    title="What is measured?"
    :width="600"
    leave="Not now"
    act="Measure it"
    :ready="ready"
    @opened="focusFirst(word)"
    @act="measure"
  >
    <el-input
      ref="word"
      v-model="name"
      aria-label="What is measured"
      placeholder="end float, run-out at the seal, bore …"
      maxlength="120"
    />
    <div class="row">
      <LabelledField name="On">
        <ChoiceSelect
          v-model="part"
          label="On"
          filterable
          :choices="parts.map(one => ({ value: one.key, label: one.name }))"
        />
      </LabelledField>
      <LabelledField name="With">
        <ChoiceSelect
          v-model="kind"
          label="With"
          filterable
          :choices="kinds.map(one => ({ value: one.kind, label: one.kind }))"
        />
      </LabelledField>
      <LabelledField
        v-if="picked?.quantity === 'length'"
        name="How"
      >
        <ChoiceSelect
          v-model="how"
          label="How"
          :choices="MEASURED_HOW.map(one => ({ value: one, label: one }))"
        />
      </LabelledField>
    </div>
    <div class="row">
      <LabelledField name="Not below, if known">
        <el-input
          v-model="lower"
          aria-label="Not below, if known"
          class="mono"
        />
      </LabelledField>
      <LabelledField name="Not above, if known">
        <el-input
          v-model="upper"
          aria-label="Not above, if known"
          class="mono"
        />
      </LabelledField>
    </div>
    <p class="quiet">
      Limits come from the manual of this machine. Without them the reading is kept and judged by nobody.
    </p>
    <RefusalNote :text="problem || job.refusal" />
  </AskDialog>
</template>

<style scoped>
.row { display: flex; flex-wrap: wrap; gap: 12px 16px; margin-top: 12px; }
.row > label { flex: 1 1 160px; }
.quiet { margin-top: 10px; }
</style>
