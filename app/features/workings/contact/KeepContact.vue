<script setup lang="ts">
import { v4 as newId } from 'uuid'
import { computed, ref, watch } from 'vue'
import type { ContactPattern } from '#core'
import { useOutboxStore } from '../../../net/outbox-store'
import { useJobStore } from '../../../job/job-store'
import { useSessionStore } from '../../../net/session-store'
import { shrinkPicture } from '../../../job/shrink-picture'
import ChoiceSelect from '../../../ui/ChoiceSelect.vue'
import RefusalNote from '../../../ui/RefusalNote.vue'

/** Keeps the picture and what it says with a part of a job. */
const { jobId, file, pattern, summary } = defineProps<{ jobId: string, file: Blob, pattern: ContactPattern, summary: string }>()
const job = useJobStore()
const outbox = useOutboxStore()
const session = useSessionStore()
const part = ref('')
const [kept, problem] = [ref(false), ref('')]
const parts = computed(() => job.sheet?.parts ?? [])
watch([() => pattern, part], () => { kept.value = false })

async function keep() {
  problem.value = ''
  try {
    const photo = newId()
    const picture = await shrinkPicture(file)
    const fields = pattern.grid.map(row => row.map(share => Math.round(share * 100)).join(' ')).join(' / ')
    const caption = `${summary}. By field, %: ${fields}. Blue from ${pattern.threshold.toFixed(2)}.`
    kept.value = await outbox.addPhoto({ id: photo, job: jobId, by: session.person!.id, picture },
      () => job.act('photo-added', { photo, part: part.value, caption }))
    if (!kept.value) problem.value = job.refusal ?? ''
  } catch {
    problem.value = 'The picture could not be kept on this device.'
  }
}
</script>

<template>
  <form
    v-if="job.meta"
    class="keep"
    @submit.prevent="keep"
  >
    <label for="keep-part">Keep it with job <span class="mono">{{ job.meta.number }}</span> of <span class="mono">{{ job.meta.unitTag }}</span></label>
    <ChoiceSelect
      id="keep-part"
      v-model="part"
      filterable
      placeholder="which part?"
      label="Part to keep it with"
      :choices="parts.map(one => ({ value: one.key, label: one.name }))"
    />
    <el-button
      native-type="submit"
      type="primary"
      :disabled="!part || kept || !!job.state.closed"
    >
      {{ kept ? 'Kept' : 'Keep' }}
    </el-button>
    <RefusalNote :text="problem" />
  </form>
</template>

<style scoped>
.keep { display: grid; grid-template-columns: 1fr auto; gap: 8px; margin-top: 12px; padding-top: 12px; border-top: 1px solid var(--rule); }
label, .problem { grid-column: 1 / -1; }
</style>
