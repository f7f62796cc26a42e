<script setup lang="ts">
import { ref } from 'vue'
import type { Step } from '#core'
import type { Bench } from './use-bench'

const { step, bench } = defineProps<{ step: Step, bench: Bench }>()
const open = defineModel<boolean>({ required: true })
const text = ref('')

function keep() {
  if (!text.value.trim() || !bench.job.act('note-added', { text: text.value.trim(), step: step.key })) return
  text.value = ''
  open.value = false
}
</script>

<template>
  <el-dialog
    v-model="open"
    title="Note"
    width="520"
    :show-close="false"
    append-to-body
  >
    <form @submit.prevent="keep">
      <label for="note">What did you see at “{{ step.title }}”?</label>
      <el-input
        id="note"
        v-model="text"
        type="textarea"
        :rows="4"
        maxlength="2000"
      />
    </form>
    <template #footer>
      <el-button @click="open = false">
        Leave it
      </el-button>
      <el-button
        type="primary"
        :disabled="!text.trim()"
        @click="keep"
      >
        Keep the note
      </el-button>
    </template>
  </el-dialog>
</template>

<style scoped>
label { display: block; margin-bottom: 6px; }
</style>
