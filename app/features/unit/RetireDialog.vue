<script setup lang="ts">
import { ref, watch } from 'vue'
import type { UnitAnswer } from '#shared/wire/types'
import { callApi } from '../../net/api'
import { useSubmit } from '../../net/use-submit'
import AskDialog from '../../ui/AskDialog.vue'
import RefusalNote from '../../ui/RefusalNote.vue'

/** A machine goes out of use for good, or comes back. What was done to it stays. */
const { unit } = defineProps<{ unit: UnitAnswer['unit'] }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ saved: [] }>()

const note = ref('')
const { busy, problem, submit } = useSubmit(async () => {
  const body = { version: unit.version, isRetired: !unit.isRetired, note: note.value.trim() }
  await callApi(`/units/${encodeURIComponent(unit.tag)}/retire`, { method: 'POST', body })
  emit('saved')
  open.value = false
})
watch(open, () => {
  note.value = ''
  problem.value = ''
})
</script>

<template>
  <AskDialog
    v-model="open"
    :title="unit.isRetired ? `Bring ${unit.tag} back into use` : `Take ${unit.tag} out of use`"
    :act="unit.isRetired ? 'Bring it back' : 'Take it out of use'"
    :ready="note.trim().length >= 3"
    :busy="busy"
    @act="submit"
  >
    <p>
      {{ unit.isRetired ? 'It comes back into the lists, with its history.' : 'It leaves the lists and is due no more. What was done to it stays, and its tag is not given again.' }}
    </p>
    <label>Why?<el-input
      v-model="note"
      maxlength="300"
      data-focus
    /></label>
    <RefusalNote :text="problem" />
  </AskDialog>
</template>
