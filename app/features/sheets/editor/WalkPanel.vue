<script setup lang="ts">
import { onBeforeUnmount, ref, shallowRef, watch } from 'vue'
import { DomainError, type WalkedJobs } from '#core'
import { sentenceOf } from '../../../net/api'
import ProgressNeedle from '../../../ui/ProgressNeedle.vue'
import RefusalNote from '../../../ui/RefusalNote.vue'
import { openCoreWorker } from '../../../workers/ask-worker'
import { useDraft } from './use-draft'

/** Overhauls walked from open to close by a careful technician, in any order and by any way: where a job would stand before a closed door. */
const JOBS = 500
const { document, sheet } = useDraft()
const worker = openCoreWorker()
const [share, problem] = [ref<number | null>(null), ref('')]
const walked = shallowRef<WalkedJobs | null>(null)
watch(document, () => { walked.value = null })

async function walk() {
  problem.value = ''
  walked.value = null
  share.value = 0
  try {
    walked.value = await worker.ask('walkJobs', { sheet: sheet(), jobs: JOBS }, { onProgress: (done) => { share.value = done } })
  } catch (error) {
    if (!(error instanceof DomainError && error.code === 'worker.stopped')) problem.value = sentenceOf(error)
  }
  share.value = null
}
onBeforeUnmount(() => worker.stop())
</script>

<template>
  <div
    class="walks"
    role="status"
  >
    <template v-if="share !== null">
      <ProgressNeedle
        :done="Math.round(share * JOBS)"
        :total="JOBS"
      />
      <el-button @click="worker.stop()">
        Stop
      </el-button>
    </template>
    <el-button
      v-else
      @click="walk"
    >
      <Icon name="ph:footprints" /> Walk {{ JOBS }} jobs
    </el-button>
    <p v-if="walked && walked.stops.length === 0">
      <Icon
        name="ph:check-circle"
        class="fine"
      /> <b class="mono">{{ walked.ended }}</b> jobs came to their end, in any order and by any way.
    </p>
    <ul v-else-if="walked">
      <li
        v-for="stop in walked.stops.slice(0, 12)"
        :key="stop.step + stop.why"
      >
        <b class="mono">{{ stop.times }}</b> of {{ walked.jobs }} stop at <b>{{ stop.title }}</b>: {{ stop.why }}
      </li>
    </ul>
    <RefusalNote :text="problem" />
  </div>
</template>

<style scoped>
.walks { margin: 10px 0; display: grid; gap: 6px; justify-items: start; }
.fine { color: var(--verdigris); }
p, ul { margin: 0; padding: 0; list-style: none; }
li { padding: 4px 0; border-top: 1px solid var(--rule); color: var(--oxide); }
</style>
