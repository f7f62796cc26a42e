<script setup lang="ts">
import { computed, ref } from 'vue'
import { bendInWords, bendName, closeBlockers, stepOf, type BendReach, type CloseBlocker } from '#core'
import AskDialog from '../../ui/AskDialog.vue'
import { useBench } from '../../job/use-bench'

const bench = useBench()
const open = defineModel<boolean>({ required: true })
const { job } = bench
const remark = ref('')
const blockers = computed(() => closeBlockers(job.sheet, job.state))

function goTo(blocker: CloseBlocker) {
  if (blocker.step) bench.look(stepOf(job.sheet, blocker.step))
  else
    bench.look(
      bench.sheet.value.steps.find(
        step => step.checks?.includes(blocker.mark!) || step.refits?.some(piece => piece.part === blocker.part),
      ) ?? null,
    )
  open.value = false
}
/** How far each figure of this machine reaches is asked once, with the closing; this job alone where nobody says more. */
const reaches = ref<Record<string, BendReach>>({})
const note = ref('')
const figures = computed(() => job.state.bends.filter(made => !job.state.reaches[made.event]).map(({ event, bend, source }) => ({
  event, name: bendName(job.sheet, bend), says: bendInWords(job.sheet, bend), source,
})))
const REACHES = [
  { value: 'job', label: 'this job' }, { value: 'unit', label: `every job of ${job.meta.unitTag}` }, { value: 'kind', label: 'proposed for all of its kind' },
]
function close() {
  for (const { event } of figures.value) {
    const reach = reaches.value[event] ?? 'job'
    const said = { bend: event, reach, ...reach === 'kind' && note.value.trim() ? { note: note.value.trim() } : {} }
    if (reach !== 'job' && !job.act('reach-said', said)) return
  }
  if (job.act('job-closed', remark.value.trim() ? { remark: remark.value.trim() } : {})) {
    open.value = false
  }
}
</script>

<template>
  <AskDialog
    v-model="open"
    :title="blockers.length ? 'Not ready to close' : 'Close the job'"
    :width="640"
    leave="Back to the bench"
    :act="blockers.length ? undefined : 'Sign and close'"
    @act="close"
  >
    <template v-if="blockers.length">
      <p>{{ blockers.length }} things stand between this job and its closing. Tap one to go there.</p>
      <ul
        class="blockers"
        aria-label="What stands in the way"
      >
        <li
          v-for="blocker in blockers"
          :key="blocker.message"
        >
          <button
            type="button"
            @click="goTo(blocker)"
          >
            {{ blocker.message }}
          </button>
        </li>
      </ul>
    </template>
    <template v-else>
      <p>Every rung is closed, every mark checked, every hold point released. With your signature the record does not change any more.</p>
      <fieldset
        v-if="figures.length > 0"
        aria-label="How far the figures of this machine reach"
      >
        <div
          v-for="figure in figures"
          :key="figure.event"
          class="figure"
        >
          <span><b>{{ figure.name }}</b>: {{ figure.says }}, by {{ figure.source }}. It holds for</span>
          <el-segmented
            :model-value="reaches[figure.event] ?? 'job'"
            :options="REACHES"
            :aria-label="`How far: ${figure.name}`"
            @update:model-value="reaches[figure.event] = $event as BendReach"
          />
        </div>
        <el-input
          v-if="Object.values(reaches).includes('kind')"
          v-model="note"
          aria-label="Why for all of its kind"
          placeholder="why for all of its kind"
          maxlength="1000"
        />
      </fieldset>
      <label for="remark">Remark for the next overhaul (may stay empty)</label>
      <el-input
        id="remark"
        v-model="remark"
        type="textarea"
        :rows="3"
        maxlength="2000"
      />
    </template>
  </AskDialog>
</template>

<style scoped>
.blockers { max-height: 46vh; overflow-y: auto; margin-top: 10px; }
.blockers button { width: 100%; min-height: 44px; text-align: left; background: none; border: 0; border-top: 1px solid var(--rule); padding: 8px 4px; cursor: pointer; }
.blockers button:hover { background: var(--plate); }
fieldset { border: 0; margin: 12px 0 0; padding: 0; }
.figure { display: grid; gap: 6px; padding: 8px 0; border-top: 1px solid var(--rule); }
label { display: block; margin: 14px 0 6px; }
</style>
