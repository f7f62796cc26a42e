<script setup lang="ts">
import { computed, reactive } from 'vue'
import {
  CIRCUMSTANCES, EVIDENCE_READINGS, EVIDENCE_ROLES, GEOMETRY_ROWS, kindName, MOST_WEIGHT, ROLE_NAMES,
  type Circumstance, type EvidenceReadingOf, type EvidenceRole, type EvidenceRule, type GeometryRow,
} from '#core'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'

/** One more sign of a cause: what is found, out, known or seen together, how strongly it speaks, and where that is known from. */
const { cause } = defineProps<{ cause: string }>()
const emit = defineEmits<{ add: [rule: EvidenceRule] }>()
const KINDS = [
  { value: 'finding', label: 'found on a part' }, { value: 'reading', label: 'a reading is out' },
  { value: 'circumstance', label: 'is known' }, { value: 'geometry', label: 'marks together' },
] as const
const said = reactive({
  kind: 'finding' as (typeof KINDS)[number]['value'],
  role: ROLE_NAMES[0] as EvidenceRole,
  found: [] as string[],
  reading: EVIDENCE_READINGS[0] as EvidenceReadingOf,
  side: '' as '' | 'tight' | 'wide',
  circumstance: CIRCUMSTANCES[0] as Circumstance,
  geometry: Object.keys(GEOMETRY_ROWS)[0] as GeometryRow,
  weight: 1,
  source: '',
})
const named = <T extends string>(values: readonly T[]) => values.map(value => ({ value, label: value as string }))
const kinds = computed(() => EVIDENCE_ROLES[said.role].kinds as readonly string[])
const when = computed<EvidenceRule['when']>(() => {
  switch (said.kind) {
    case 'finding': return { finding: { roles: [said.role], kinds: [...said.found] } }
    case 'reading': return { reading: { of: said.reading, ...said.side ? { side: said.side } : {} } }
    case 'geometry': return { geometry: said.geometry }
    default: return { circumstance: said.circumstance }
  }
})
const isReady = computed(() => said.source.trim() !== '' && (said.kind !== 'finding' || said.found.length > 0))
function add(): void {
  emit('add', { cause, when: when.value, weight: said.weight, source: said.source.trim() })
  said.found = []
}
</script>

<template>
  <form
    class="sign"
    aria-label="A further sign"
    @submit.prevent="isReady && add()"
  >
    <ChoiceSelect
      v-model="said.kind"
      label="What kind of sign"
      :choices="KINDS"
    />
    <template v-if="said.kind === 'finding'">
      <ChoiceSelect
        v-model="said.role"
        label="On what"
        :choices="named(ROLE_NAMES)"
        filterable
        @update:model-value="said.found = []"
      />
      <el-select
        v-model="said.found"
        multiple
        filterable
        collapse-tags
        aria-label="What is found"
        placeholder="what is found"
      >
        <el-option
          v-for="kind in kinds"
          :key="kind"
          :value="kind"
          :label="kindName(kind)"
        />
      </el-select>
    </template>
    <template v-else-if="said.kind === 'reading'">
      <ChoiceSelect
        v-model="said.reading"
        label="Which reading"
        :choices="named(EVIDENCE_READINGS)"
        filterable
      />
      <ChoiceSelect
        v-model="said.side"
        label="Out to which side"
        :choices="[{ value: '', label: 'either way' }, { value: 'tight', label: 'tight' }, { value: 'wide', label: 'wide' }]"
      />
    </template>
    <ChoiceSelect
      v-else-if="said.kind === 'circumstance'"
      v-model="said.circumstance"
      label="What is known"
      :choices="named(CIRCUMSTANCES)"
      filterable
    />
    <ChoiceSelect
      v-else
      v-model="said.geometry"
      label="What the marks say together"
      :choices="named(Object.keys(GEOMETRY_ROWS) as GeometryRow[])"
      filterable
    />
    <el-input-number
      v-model="said.weight"
      aria-label="Weight"
      :min="-MOST_WEIGHT"
      :max="MOST_WEIGHT"
      :step="0.1"
      :precision="1"
      :controls="false"
    />
    <el-input
      v-model="said.source"
      class="source"
      aria-label="Source of the sign"
      placeholder="where that is known from"
      maxlength="300"
    />
    <el-button
      native-type="submit"
      :disabled="!isReady"
    >
      Add the sign
    </el-button>
  </form>
</template>

<style scoped>
.sign { display: grid; grid-template-columns: repeat(auto-fit, minmax(170px, 1fr)); gap: 8px; align-items: center; margin-top: 10px; }
</style>
