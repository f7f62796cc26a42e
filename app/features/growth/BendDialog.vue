<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { v4 as newId } from 'uuid'
import { factsOf, formatQuantity, jointOf, partOf, positionOf, type EventBodies, type Step } from '#core'
import SecondPerson from '../../job/SecondPerson.vue'
import AskDialog from '../../ui/AskDialog.vue'
import LabelledField from '../../ui/LabelledField.vue'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'
import { saidQuantity } from '../../ui/said-quantity'
import { useCatalogueStore } from '../../net/catalogue-store'
import { useGrowth } from './use-growth'

/** A figure of the sheet is another on this machine: which, where that is written, and who stands for it. */
const { step } = defineProps<{ step: Step }>()
const open = defineModel<boolean>({ required: true })
const { bench } = useGrowth()
const { job } = bench
const catalogue = useCatalogueStore()
const which = ref('')
const [lower, upper, torque, source] = [ref(''), ref(''), ref(''), ref('')]
const count = ref(1)
const name = ref('')
const partKey = ref('')

const choices = computed(() => [
  ...[...new Set(step.reads?.map(read => read.position))].map(key => ({ value: `limit ${key}`, label: `Limits of ${positionOf(job.sheet, key).name}` })),
  ...step.tightens ? [{ value: `joint ${step.tightens}`, label: `Torque of ${jointOf(job.sheet, step.tightens).name}` }] : [],
  ...(step.removes ?? step.refits ?? []).map(({ part }) => ({ value: `count ${part}`, label: `Number of ${partOf(job.sheet, part).name}` })),
  { value: 'part new', label: 'A part that the sheet does not know' },
])
const facts = computed(() => factsOf(name.value, catalogue.shop.words))
const kind = computed(() => which.value.split(' ')[0] as 'limit' | 'joint' | 'count' | 'part' | '')
const key = computed(() => which.value.split(' ')[1] ?? '')
const position = computed(() => kind.value === 'limit' ? positionOf(job.sheet, key.value) : undefined)
watch(open, (isOpen) => {
  if (!isOpen) return
  which.value = choices.value[0]?.value ?? ''
  source.value = lower.value = upper.value = torque.value = name.value = ''
  partKey.value = `part-${newId()}`
  job.refusal = null
}, { immediate: true })
watch(key, () => { count.value = kind.value === 'part' ? 1 : [...step.removes ?? [], ...step.refits ?? []].find(piece => piece.part === key.value)?.count ?? 1 })
/** Signed is done. */
watch(() => job.state.bends.length, () => { open.value = false })

const limits = computed(() => {
  const { quantity } = position.value ?? { quantity: 'length' as const }
  return { lower: saidQuantity(lower.value, quantity), upper: saidQuantity(upper.value, quantity) }
})
const newtonmetres = computed(() => saidQuantity(torque.value, 'torque'))
const problem = computed(() => limits.value.lower.problem || limits.value.upper.problem || newtonmetres.value.problem)
const bent = computed(() => ({
  limit: { type: 'limit-bent' as const, body: {
    position: key.value, lower: limits.value.lower.value ?? null, upper: limits.value.upper.value ?? null, source: source.value.trim(),
  } satisfies EventBodies['limit-bent'] },
  joint: { type: 'joint-bent' as const, body: {
    joint: key.value, torqueNm: { aim: newtonmetres.value.value ?? 0 }, source: source.value.trim(),
  } satisfies EventBodies['joint-bent'] },
  count: { type: 'count-bent' as const, body: {
    step: step.key, part: key.value, count: count.value, source: source.value.trim(),
  } satisfies EventBodies['count-bent'] },
  part: { type: 'part-added' as const, body: {
    added: {
      key: partKey.value, name: name.value.trim(), count: count.value, kind: facts.value.kind,
      ...facts.value.neverAgain ? { neverAgain: true } : {},
    },
    source: source.value.trim(),
  } satisfies EventBodies['part-added'] },
}))
const ready = computed(() => source.value.trim().length >= 3 && problem.value === '' && (
  kind.value === 'limit'
    ? (lower.value + upper.value).trim() !== ''
    : kind.value === 'part' ? name.value.trim().length > 1 : kind.value === 'count' || (newtonmetres.value.value ?? 0) > 0
))
</script>

<template>
  <AskDialog
    v-model="open"
    title="A figure is another on this machine"
    :width="600"
    leave="Leave it"
  >
    <ChoiceSelect
      v-model="which"
      label="Which figure"
      :choices="choices"
    />
    <div class="row">
      <template v-if="kind === 'limit'">
        <LabelledField name="Not below">
          <el-input
            v-model="lower"
            class="mono"
            aria-label="Not below"
            :placeholder="position?.limits.lower === undefined ? 'no limit' : `${formatQuantity(position.limits.lower, position.quantity)} in the sheet`"
          />
        </LabelledField>
        <LabelledField name="Not above">
          <el-input
            v-model="upper"
            class="mono"
            aria-label="Not above"
            :placeholder="position?.limits.upper === undefined ? 'no limit' : `${formatQuantity(position.limits.upper, position.quantity)} in the sheet`"
          />
        </LabelledField>
      </template>
      <LabelledField
        v-else-if="kind === 'joint'"
        name="Torque"
      >
        <el-input
          v-model="torque"
          class="mono"
          aria-label="Torque"
          :placeholder="`${formatQuantity(jointOf(job.sheet, key).torqueNm.aim, 'torque')} in the sheet`"
        />
      </LabelledField>
      <LabelledField
        v-if="kind === 'part'"
        name="Its name"
      >
        <el-input
          v-model="name"
          aria-label="Its name"
          maxlength="120"
        />
      </LabelledField>
      <LabelledField
        v-if="kind === 'count' || kind === 'part'"
        name="How many"
      >
        <el-input-number
          v-model="count"
          :min="1"
          :max="2000"
          step-strictly
          aria-label="How many"
        />
      </LabelledField>
    </div>
    <label
      class="source"
      for="bend-source"
    >Where is that written?</label>
    <el-input
      id="bend-source"
      v-model="source"
      placeholder="manual of this machine, page 31"
      maxlength="200"
    />
    <p
      v-if="problem"
      class="problem"
      role="alert"
    >
      {{ problem }}
    </p>
    <p class="quiet">
      A lead or an engineer stands for it. What was measured already is judged again; both verdicts stay in the record.
    </p>
    <SecondPerson
      v-if="kind"
      :type="bent[kind].type"
      :body="bent[kind].body"
      act="Sign it"
      :ready="ready"
    />
  </AskDialog>
</template>

<style scoped>
.row { display: flex; flex-wrap: wrap; gap: 12px 16px; margin-top: 12px; }
.row > label { flex: 1 1 160px; }
.source { display: block; margin: 12px 0 4px; font-weight: 600; }
.quiet { margin-top: 10px; }
.problem { color: var(--oxide); }
</style>
