<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import { sheetForJob, sheetForUnit, shortestWayIn, type Depth, type Sheet } from '#core'
import type { UnitAnswer } from '#shared/wire/types'
import { ApiProblem, callApi, sentenceOf } from '../../net/api'
import { deviceId } from '../../net/device-store'
import { fetchSheet } from '../../net/sheets'
import AskDialog from '../../ui/AskDialog.vue'
import RefusalNote from '../../ui/RefusalNote.vue'

const { unit } = defineProps<{ unit: UnitAnswer['unit'] }>()
const open = defineModel<boolean>({ required: true })
const reason = ref('')
const depth = ref<Depth>('routine')
const target = ref('')
const problem = ref('')
const busy = ref(false)
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

async function start() {
  if (reason.value.trim().length < 3) {
    problem.value = 'Say in a few words why it comes to the bench.'
    return
  }
  busy.value = true
  problem.value = ''
  try {
    const body = { reason: reason.value, depth: depth.value, ...(target.value ? { target: target.value } : {}), device: deviceId() }
    const { id } = await callApi<{ id: string }>(`/units/${encodeURIComponent(unit.tag)}/jobs`, { method: 'POST', body })
    await navigateTo(`/jobs/${id}`)
  } catch (error) {
    if (error instanceof ApiProblem && typeof error.details.job === 'string') return navigateTo(`/jobs/${error.details.job}`)
    problem.value = sentenceOf(error)
  } finally {
    busy.value = false
  }
}
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
    <fieldset>
      <legend>How much evidence?</legend>
      <label class="pick"><input
        v-model="depth"
        type="radio"
        value="routine"
      ><span><b>Routine</b> marks and readings of the sheet</span></label>
      <label class="pick"><input
        v-model="depth"
        type="radio"
        value="failure-analysis"
      ><span><b>Failure analysis</b> also a photo, the 12 o’clock and a tag of everything that comes out</span></label>
    </fieldset>
    <label for="target">How far?</label>
    <select
      id="target"
      v-model="target"
    >
      <option value="">
        The whole overhaul
      </option>
      <option
        v-for="part in reachable"
        :key="part.key"
        :value="part.key"
      >
        only as far as: {{ part.name }}
      </option>
    </select>
    <p
      v-if="size"
      class="quiet"
    >
      <span class="mono">{{ size.steps.length }}</span> steps, about <span class="mono">{{ (size.steps.reduce((sum, step) => sum + step.minutes, 0) / 60).toFixed(1) }} h</span><template v-if="way">
        ; the way in is <span class="mono">{{ way.steps.length }}</span> steps, <span class="mono">{{ way.minutes }} min</span><template v-if="way.alternatives.length">
          (other ways: {{ way.alternatives.map(other => `${other.steps.length} steps, ${other.minutes} min`).join('; ') }})
        </template>
      </template>.
    </p>
    <RefusalNote :text="problem" />
  </AskDialog>
</template>

<style scoped>
label { display: block; margin: 10px 0 6px; font-weight: 500; }
fieldset { border: 0; padding: 0; margin: 12px 0 0; }
legend { font-weight: 500; padding: 0; }
.pick { display: flex; gap: 10px; align-items: center; min-height: 44px; margin: 0; font-weight: 400; }
select { width: 100%; min-height: 44px; padding: 0 10px; font: inherit; background: var(--chalk); color: var(--ink); border: 1px solid var(--rule-strong); }
</style>
