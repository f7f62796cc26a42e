<script setup lang="ts">
import { reactive, watch } from 'vue'
import type { OutsideRow } from '#shared/wire/stores'
import { callApi } from '../../net/api'
import { useSubmit } from '../../net/use-submit'
import AskDialog from '../../ui/AskDialog.vue'
import RefusalNote from '../../ui/RefusalNote.vue'

/** What a shop is to do with a part, and when it has promised it. */
const { row } = defineProps<{ row: OutsideRow | undefined }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ saved: [] }>()
const said = reactive({ shop: '', instruction: '', promised: '' })
const { busy, problem, submit } = useSubmit(async () => {
  const { job, part, order } = row!
  const body = { shop: said.shop.trim(), instruction: said.instruction.trim(), promised: said.promised || null, version: order?.version ?? 0 }
  await callApi(`/stores/outside/${job}/${encodeURIComponent(part)}`, { method: 'PUT', body })
  open.value = false
  emit('saved')
})
watch(open, (isOpen) => {
  if (isOpen) Object.assign(said, { shop: row?.order?.shop ?? '', instruction: row?.order?.instruction ?? '', promised: row?.order?.promised ?? '' })
  problem.value = ''
}, { immediate: true })
</script>

<template>
  <AskDialog
    v-model="open"
    :title="row ? `${row.name} of ${row.unit}` : ''"
    act="Write it"
    :ready="said.shop.trim() !== '' && said.instruction.trim() !== ''"
    :busy="busy"
    @act="submit"
  >
    <div class="form-grid">
      <label class="wide"><span>Shop</span><el-input
        v-model="said.shop"
        maxlength="120"
        data-focus
      /></label>
      <label class="wide"><span>What it is to do</span><el-input
        v-model="said.instruction"
        type="textarea"
        :rows="3"
        maxlength="1000"
        placeholder="grind to 25.00 mm, balance to G 2.5, send the sheet of the balance"
      /></label>
      <label><span>Promised for</span><el-date-picker
        v-model="said.promised"
        type="date"
        value-format="YYYY-MM-DD"
        format="YYYY-MM-DD"
        aria-label="Promised for"
      /></label>
    </div>
    <RefusalNote :text="problem" />
  </AskDialog>
</template>
