<script setup lang="ts">
import { ref } from 'vue'
import { ApiProblem, callApi, sentenceOf } from '../../net/api'
import { deviceId } from '../../net/device-store'

const { tag } = defineProps<{ tag: string }>()
const open = defineModel<boolean>({ required: true })
const reason = ref('')
const problem = ref('')
const busy = ref(false)

async function start() {
  if (reason.value.trim().length < 3) {
    problem.value = 'Say in a few words why it comes to the bench.'
    return
  }
  busy.value = true
  problem.value = ''
  try {
    const { id } = await callApi<{ id: string }>(`/units/${encodeURIComponent(tag)}/jobs`, { method: 'POST', body: { reason: reason.value, device: deviceId() } })
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
  <el-dialog
    v-model="open"
    :title="`Start an overhaul of ${tag}`"
    width="520"
    :show-close="false"
    append-to-body
  >
    <form @submit.prevent="start">
      <label for="reason">Why does it come to the bench?</label>
      <el-input
        id="reason"
        v-model="reason"
        type="textarea"
        :rows="3"
        maxlength="300"
      />
      <p
        v-if="problem"
        class="problem"
        role="alert"
      >
        {{ problem }}
      </p>
    </form>
    <template #footer>
      <el-button @click="open = false">
        Not now
      </el-button>
      <el-button
        type="primary"
        :loading="busy"
        @click="start"
      >
        Start at the first step
      </el-button>
    </template>
  </el-dialog>
</template>

<style scoped>
label { display: block; margin-bottom: 6px; font-weight: 500; }
.problem { color: var(--oxide); margin-top: 8px; }
</style>
