<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import { sheetForJob, sheetForUnit, shortestWayIn, type Depth, type Sheet } from '#core'
import type { UnitAnswer } from '#shared/wire/types'
import { sentenceOf } from '../../net/api'
import { fetchSheet } from '../../net/sheets'
import AskDialog from '../../ui/AskDialog.vue'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'
import RefusalNote from '../../ui/RefusalNote.vue'
import MeterField from './MeterField.vue'
import { useStart } from './use-start'

const { unit } = defineProps<{ unit: UnitAnswer['unit'] }>()
const open = defineModel<boolean>({ required: true })
const { reason, meter, problem, busy, startJob } = useStart(() => unit.tag)
const depth = ref<Depth>('routine')
const target = ref('')
const kitComplete = ref(false)
const sheet = shallowRef<Sheet | null>(null)

/** The sheet of this unit is wanted only when somebody starts. */
watch(open, async (now) => {
  if (!now || sheet.value || !unit.sheet) return
  try {
    sheet.value = sheetForUnit(await fetchSheet(unit.sheet), unit.options)
  } catch (error) {
    problem.value = sentenceOf(error)
  }
})
const reachable = computed(
  () => sheet.value?.parts.filter(part => sheet.value!.steps.some(step => step.removes?.some(piece => piece.part === part.key))) ?? [],
)
const way = computed(() => sheet.value && target.value ? shortestWayIn(sheet.value, { done: {} }, target.value) : null)
const size = computed(() => sheet.value ? sheetForJob(sheet.value, target.value ? { target: target.value } : {}) : null)

const start = () => startJob({ depth: depth.value, ...target.value ? { target: target.value } : {}, ...kitComplete.value ? { kitComplete: true } : {} })
</script>

<template>
  <AskDialog
    v-model="open"
    :title="`Start an overhaul of ${unit.tag}`"
    :width="600"
    leave="Not now"
    act="Start at the first step"
    :busy="busy"
    @act="start"
  >
    <label for="reason">Why does it come to the bench?</label>
    <el-input
      id="reason"
      v-model="reason"
      type="textarea"
      :rows="2"
      maxlength="300"
    />
    <p
      id="depth"
      class="asked"
    >
      How much evidence?
    </p>
    <el-radio-group
      v-model="depth"
      aria-labelledby="depth"
      class="depths"
    >
      <el-radio value="routine">
        <b>Routine</b> marks and readings of the sheet
      </el-radio>
      <el-radio value="failure-analysis">
        <b>Failure analysis</b> also a photo, the 12 o’clock and a tag of everything that comes out
      </el-radio>
    </el-radio-group>
    <label for="target">How far?</label>
    <ChoiceSelect
      id="target"
      v-model="target"
      filterable
      label="How far?"
      :choices="[{ value: '', label: 'The whole overhaul' }, ...reachable.map(part => ({ value: part.key, label: `only as far as: ${part.name}` }))]"
    />
    <p
      v-if="size"
      class="quiet"
    >
      <span class="mono">{{ size.steps.length }}</span> steps, about <span class="mono">{{ (size.steps.reduce((sum, step) => sum + (step.minutes ?? 0), 0) / 60).toFixed(1) }} h</span><template v-if="way">
        ; the way in is <span class="mono">{{ way.steps.length }}</span> steps, <span class="mono">{{ way.minutes }} min</span><template v-if="way.alternatives.length">
          (other ways: {{ way.alternatives.map(other => `${other.steps.length} steps, ${other.minutes} min`).join('; ') }})
        </template>
      </template>.
    </p>
    <el-checkbox v-model="kitComplete">
      Kit-complete: everything that a kit may carry is replaced, whatever is found
    </el-checkbox>
    <MeterField v-model="meter" />
    <RefusalNote :text="problem" />
  </AskDialog>
</template>

<style scoped>
label, .asked { display: block; margin: 12px 0 6px; font-weight: 500; }
.depths { display: flex; flex-direction: column; align-items: stretch; }
</style>
