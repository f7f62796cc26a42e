<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import type { EnergyKind, Product } from '#core'
import type { SheetRow, UnitAnswer } from '#shared/wire/types'
import { callApi, sentenceOf } from '../../net/api'
import { useCatalogueStore } from '../../net/catalogue-store'
import AskDialog from '../../ui/AskDialog.vue'
import CautionNote from '../../ui/CautionNote.vue'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'
import FrameQuestions from '../../ui/FrameQuestions.vue'
import { moment } from '../../ui/moment'
import RefusalNote from '../../ui/RefusalNote.vue'
import MeterField from './MeterField.vue'
import { useStart } from './use-start'

/** A machine without a sheet: what can hurt somebody is asked first, then it is overhauled, and that writes its sheet. */
const { unit } = defineProps<{ unit: UnitAnswer['unit'] }>()
const open = defineModel<boolean>({ required: true })
const { reason, meter, problem, busy, startJob } = useStart(() => unit.tag)
const from = ref<'nothing' | 'sister' | 'draft'>('nothing')
const catalogue = useCatalogueStore()
const family = ref('')
const product = ref<Product | ''>('')
const energies = ref<EnergyKind[]>([])
const loose = ref(false)
const sister = ref('')
const sheets = shallowRef<SheetRow[]>([])

watch(open, async (isOpen) => {
  if (!isOpen) return
  from.value = unit.draft ? 'draft' : 'nothing'
  if (sheets.value.length > 0) return
  try {
    await catalogue.load()
    family.value ||= catalogue.shop.families.find(one => unit.family.toLowerCase().includes(one.key))?.key ?? ''
    sheets.value = await callApi<SheetRow[]>('/sheets')
  } catch (error) {
    problem.value = sentenceOf(error)
  }
}, { immediate: true })

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
      <FrameQuestions
        v-model:energies="energies"
        v-model:family="family"
        v-model:product="product"
        v-model:loose="loose"
        :shop="catalogue.shop"
      />
    </template>
    <MeterField v-model="meter" />
    <RefusalNote :text="problem" />
  </AskDialog>
</template>

<style scoped>
label { display: block; margin: 12px 0 6px; font-weight: 500; }
.from { display: flex; flex-direction: column; align-items: stretch; }
.from :deep(.el-radio) { margin: 0; }
</style>
