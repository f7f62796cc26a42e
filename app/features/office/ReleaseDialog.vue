<script setup lang="ts">
import { computed, ref, useId, watch } from 'vue'
import AskDialog from '../../ui/AskDialog.vue'
import RefusalNote from '../../ui/RefusalNote.vue'

/** The next revision of what an installation goes by: what follows from it, and why it is released. */
const { revision } = defineProps<{ revision: number, busy: boolean, problem: string }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ release: [note: string] }>()
const id = useId()
const note = ref('')
// What was typed stays until it is released.
watch(() => revision, () => { note.value = '' })
const title = computed(() => `Release revision ${revision}`)
</script>

<template>
  <AskDialog
    v-model="open"
    :title="title"
    act="Release"
    :ready="note.trim().length > 2"
    :busy="busy"
    @act="emit('release', note.trim())"
  >
    <p><slot /></p>
    <label :for="id">What is changed, and why</label>
    <el-input
      :id="id"
      v-model="note"
      type="textarea"
      :rows="3"
      maxlength="1000"
    />
    <RefusalNote :text="problem" />
  </AskDialog>
</template>
