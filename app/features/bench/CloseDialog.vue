<script setup lang="ts">
import { computed, ref } from 'vue'
import { closeBlockers, stepOf, type CloseBlocker } from '#core'
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
function close() {
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
label { display: block; margin: 14px 0 6px; }
</style>
