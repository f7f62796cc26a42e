<script setup lang="ts">
import { ref } from 'vue'
import { readTagCode } from '#core'
import { tagHere } from './tag-here'
import RefusalNote from '../../ui/RefusalNote.vue'
import ScanButton from '../../ui/ScanButton.vue'

/** A scanner types the code of a label and Enter; a hand types the tag; a tablet looks with its camera. */
const { jobNumber, tags } = defineProps<{ jobNumber: number, tags: readonly string[] }>()
const found = defineModel<string | null>({ required: true })

const [typed, problem] = [ref(''), ref('')]
function find(text: string) {
  const { tag, problem: notHere } = tagHere(text, jobNumber)
  const isEmpty = tag !== null && !tags.includes(tag)
  problem.value = isEmpty ? `Nothing of this job is in ${tag}.` : notHere ?? ''
  found.value = isEmpty ? null : tag
  typed.value = ''
}
</script>

<template>
  <form
    class="scan"
    @submit.prevent="find(typed)"
  >
    <el-input
      v-model="typed"
      class="mono"
      aria-label="Scan or type a tag"
      placeholder="type a tag"
      autocomplete="off"
    />
    <ScanButton
      label="Scan with the camera"
      title="Scan a label"
      :accepts="code => readTagCode(code) !== null"
      @read="find"
    />
  </form>
  <RefusalNote
    class="refusal"
    :text="problem"
  />
</template>

<style scoped>
.scan { display: flex; gap: 6px; padding: 6px 10px 0; }
.refusal { padding-inline: 12px; font-size: 14px; }
</style>
