<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import { ENERGY_KINDS, ENERGY_WORDS, FAMILIES, PRODUCTS, type EnergyKind, type Product } from '#core'
import type { SheetRow, UnitAnswer } from '#shared/wire/types'
import { callApi, sentenceOf } from '../../net/api'
import AskDialog from '../../ui/AskDialog.vue'
import CautionNote from '../../ui/CautionNote.vue'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'
import { moment } from '../../ui/moment'
import RefusalNote from '../../ui/RefusalNote.vue'
import { useStart } from './use-start'

/** A machine without a sheet: what can hurt somebody is asked first, then it is overhauled, and that writes its sheet. */
const { unit } = defineProps<{ unit: UnitAnswer['unit'] }>()
const open = defineModel<boolean>({ required: true })
const { reason, problem, busy, startJob } = useStart(() => unit.tag)
const from = ref<'nothing' | 'sister' | 'draft'>(unit.draft ? 'draft' : 'nothing')
const family = ref(FAMILIES.find(one => unit.family.toLowerCase().includes(one.key))?.key ?? '')
const product = ref<Product | ''>('')
const energies = ref<EnergyKind[]>([])
const loose = ref(false)
const sister = ref('')
const sheets = shallowRef<SheetRow[]>([])

watch(open, async (isOpen) => {
  if (!isOpen || sheets.value.length > 0) return
  try {
    sheets.value = await callApi<SheetRow[]>('/sheets')
  } catch (error) {
    problem.value = sentenceOf(error)
  }
}, { immediate: true })
watch(loose, (isLoose) => { if (isLoose) energies.value = [] })
watch(energies, (kinds) => { if (kinds.length > 0) loose.value = false })

const steps = computed(() => ENERGY_KINDS.filter(kind => energies.value.includes(kind)).map(kind => ENERGY_WORDS[kind].off.title))
const ready = computed(() =>
  from.value === 'draft' || (from.value === 'sister' ? sister.value !== '' : energies.value.length > 0 || loose.value))

function start() {
  const without = from.value === 'nothing'
    ? {
        from: from.value, energies: energies.value,
        ...product.value ? { product: product.value } : {}, ...family.value ? { family: family.value } : {},
      }
    : from.value === 'sister' ? { from: from.value, sheet: sister.value } : { from: from.value }
  return startJob({ without })
}
</script>

<template>
  <AskDialog
    v-model="open"
    :title="`Overhaul ${unit.tag} without a sheet`"
    :width="680"
    leave="Not now"
    act="Start at the first lock"
    :ready="ready"
    :busy="busy"
    @act="start"
  >
    <p class="quiet">
      Nobody has written a sheet for it yet. What comes off is said while it comes off; when the job closes, its sheet is a draft.
    </p>
    <label for="reason">Why does it come to the bench?</label>
    <el-input
      id="reason"
      v-model="reason"
      maxlength="300"
    />
    <p
      id="from"
      class="asked"
    >
      What does it begin with?
    </p>
    <el-radio-group
      v-model="from"
      aria-labelledby="from"
      class="from"
    >
      <el-radio
        v-if="unit.draft"
        value="draft"
      >
        <b>Its draft</b> of {{ moment(unit.draft.at) }}: what the last overhaul has left
      </el-radio>
      <el-radio value="nothing">
        <b>Nothing</b> but what can hurt somebody
      </el-radio>
      <el-radio value="sister">
        <b>The sheet of a sister</b> to be bent where this one differs
      </el-radio>
    </el-radio-group>
    <template v-if="from === 'sister'">
      <label for="sister">Which?</label>
      <ChoiceSelect
        id="sister"
        v-model="sister"
        filterable
        label="Which sheet?"
        :choices="sheets.map(one => ({ value: one.key, label: one.title }))"
      />
      <CautionNote>
        Its locks, torques and limits are those of another machine. Compare them with the manual of this one, step by step; the maker’s manual
        and the rules of the site stand above them.
      </CautionNote>
    </template>
    <template v-else-if="from === 'nothing'">
      <div class="row">
        <label>
          Kind of machine
          <ChoiceSelect
            v-model="family"
            label="Kind of machine"
            :choices="[{ value: '', label: 'none of these' }, ...FAMILIES.map(one => ({ value: one.key, label: one.name }))]"
          />
        </label>
        <label>
          What it carries
          <ChoiceSelect
            v-model="product"
            label="What it carries"
            :choices="[{ value: '', label: 'nothing that matters' }, ...PRODUCTS.map(one => ({ value: one, label: one }))]"
          />
        </label>
      </div>
      <p
        id="energies"
        class="asked"
      >
        What can hurt somebody? Each gets its lock, its proof by a second person, its return.
      </p>
      <el-checkbox-group
        v-model="energies"
        aria-labelledby="energies"
        class="energies"
      >
        <el-checkbox
          v-for="kind in ENERGY_KINDS"
          :key="kind"
          :value="kind"
        >
          {{ ENERGY_WORDS[kind].ask }}
        </el-checkbox>
      </el-checkbox-group>
      <el-checkbox
        v-model="loose"
        class="loose"
      >
        None of these: it stands loose on the bench, empty
      </el-checkbox>
      <p
        v-if="steps.length > 0"
        class="first"
      >
        <Icon name="ph:lock" /> First: {{ steps.join(' · ') }}
      </p>
    </template>
    <RefusalNote :text="problem" />
  </AskDialog>
</template>

<style scoped>
label, .asked { display: block; margin: 12px 0 6px; font-weight: 500; }
.from { display: flex; flex-direction: column; align-items: stretch; }
.from :deep(.el-radio) { margin: 0; }
.row { display: grid; grid-template-columns: 1fr 1fr; gap: 0 16px; }
.energies { display: grid; grid-template-columns: repeat(auto-fill, minmax(270px, 1fr)); gap: 0 14px; }
.energies :deep(.el-checkbox), .loose { margin: 0; min-height: 44px; white-space: normal; }
.first { margin-top: 8px; color: var(--brass); font-weight: 500; }
@media (max-width: 560px) { .row { grid-template-columns: 1fr; } }
</style>
