<script setup lang="ts">
import { ref } from 'vue'
import type { Step } from '#core'
import AskDialog from '../../ui/AskDialog.vue'
import { useBench } from '../../job/use-bench'

const { step } = defineProps<{ step: Step }>()
const bench = useBench()
const open = defineModel<boolean>({ required: true })
const text = ref('')

function keep() {
  if (!bench.job.act('note-added', { text: text.value.trim(), step: step.key })) return
  text.value = ''
  open.value = false
}
</script>

<template>
  <AskDialog
    v-model="open"
    title="Note"
    act="Keep the note"
    :ready="!!text.trim()"
    @act="keep"
  >
    <label for="note">What did you see at “{{ step.title }}”?</label>
    <el-input
      id="note"
      v-model="text"
      type="textarea"
      :rows="4"
      maxlength="2000"
    />
  </AskDialog>
</template>

<style scoped>
label { display: block; margin-bottom: 6px; }
</style>
