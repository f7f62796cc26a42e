<script setup lang="ts">
import { defineAsyncComponent, ref } from 'vue'
import { readTagCode } from '#core'
import { noTag } from './no-tag'
import { hasCamera } from './use-camera'

/** A scanner types the code of a label and Enter; a hand types the tag; a tablet looks with its camera. */
const { jobNumber, tags } = defineProps<{ jobNumber: number, tags: readonly string[] }>()
const found = defineModel<string | null>({ required: true })
const ScanDialog = defineAsyncComponent(() => import('./ScanDialog.vue'))

const [typed, problem, looking] = [ref(''), ref(''), ref(false)]
function find(text: string) {
  const code = readTagCode(text)
  found.value = null
  problem.value = ''
  if (!code) problem.value = noTag(text)
  else if (code.jobNumber !== null && code.jobNumber !== jobNumber) problem.value = `${code.tag} belongs to job ${code.jobNumber}, not to this one.`
  else if (!tags.includes(code.tag)) problem.value = `Nothing of this job is in ${code.tag}.`
  else found.value = code.tag
  typed.value = ''
}
</script>

<template>
  <form
    class="scan"
    @submit.prevent="find(typed)"
  >
    <input
      v-model="typed"
      class="mono"
      aria-label="Scan or type a tag"
      placeholder="type a tag"
      autocomplete="off"
    >
    <button
      v-if="hasCamera()"
      type="button"
      aria-label="Scan with the camera"
      @click="looking = true"
    >
      <Icon name="ph:qr-code" />
    </button>
  </form>
  <p
    v-if="problem"
    class="problem"
    role="alert"
  >
    {{ problem }}
  </p>
  <ScanDialog
    v-if="looking"
    v-model="looking"
    @read="find"
  />
</template>

<style scoped>
.scan { display: flex; gap: 6px; padding: 6px 10px 0; }
input { flex: 1; min-width: 0; min-height: var(--target); padding: 0 10px; border: 1px solid var(--rule-strong); background: var(--chalk); color: var(--ink); }
button { flex: none; width: var(--target); min-height: var(--target); padding: 0; border: 1px solid var(--rule-strong); background: var(--chalk); color: var(--ink); font-size: 22px; line-height: 0; cursor: pointer; }
.problem { padding: 4px 12px 0; color: var(--oxide); font-size: 14px; }
</style>
