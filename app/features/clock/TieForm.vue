<script setup lang="ts">
import { computed, ref } from 'vue'
import { DomainError, parseArc, type EvidenceItem } from '#core'
import { useBench } from '../../job/use-bench'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'
import RefusalNote from '../../ui/RefusalNote.vue'

/** How the picked thing lies on another one: only what is tied can be laid on each other. */
const { item, items } = defineProps<{ item: EvidenceItem, items: readonly EvidenceItem[] }>()
const { job } = useBench()
const KINDS = [
  { value: 'pin in slot', label: 'pin in slot' }, { value: 'index', label: 'indexes set together' }, { value: 'match-mark', label: 'match-mark' },
] as const
const said = ref({ other: '', kind: 'pin in slot' as (typeof KINDS)[number]['value'], one: '12', that: '12' })
const others = computed(() => items.filter(({ key }) => key !== item.key).map(({ key, name }) => ({ value: key, label: name })))
const problem = ref('')

function tie(): void {
  problem.value = ''
  try {
    const { other, kind, one, that } = said.value
    const [oneDeg, otherDeg] = [parseArc(one).fromDeg, parseArc(that).fromDeg]
    if (job.act('frames-tied', { one: item.key, other, kind, oneDeg, otherDeg })) said.value.other = ''
  } catch (error) {
    if (!(error instanceof DomainError)) throw error
    problem.value = error.message
  }
}
</script>

<template>
  <details>
    <summary>Tie it to another part</summary>
    <form @submit.prevent="tie">
      <ChoiceSelect
        v-model="said.other"
        label="To which part"
        :choices="others"
        filterable
        placeholder="to which part"
      />
      <ChoiceSelect
        v-model="said.kind"
        label="By what"
        :choices="KINDS"
      />
      <label>it lies here at
        <el-input
          v-model="said.one"
          class="mono"
        />
      </label>
      <label>and there at
        <el-input
          v-model="said.that"
          class="mono"
        />
      </label>
      <RefusalNote :text="problem" />
      <el-button
        native-type="submit"
        :disabled="!said.other"
      >
        Tie them
      </el-button>
    </form>
  </details>
</template>

<style scoped>
details { margin-top: 10px; }
summary { min-height: var(--target); display: flex; align-items: center; cursor: pointer; color: var(--prussian); }
form { display: grid; grid-template-columns: 1fr 1fr; gap: 8px; }
form .el-button, form :deep(.refusal) { grid-column: 1 / -1; }
label { font-size: 14px; color: var(--slate); }
@media print { details { display: none; } }
</style>
