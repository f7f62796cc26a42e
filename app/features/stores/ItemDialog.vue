<script setup lang="ts">
import { reactive, watch } from 'vue'
import type { ItemInput, ItemRow } from '#shared/wire/stores'
import { callApi } from '../../net/api'
import { useSubmit } from '../../net/use-submit'
import AskDialog from '../../ui/AskDialog.vue'
import RefusalNote from '../../ui/RefusalNote.vue'
import KitContents from './KitContents.vue'

/** An item that the stores keep from now on, or one that becomes another. */
const { item = undefined } = defineProps<{ item?: ItemRow }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ saved: [number: string] }>()
const EMPTY: ItemInput = { number: '', name: '', makersNumber: null, shelfLifeMonths: null, leastStock: 0, leadDays: 14, kitOf: null, contents: [] }
const said = reactive<ItemInput>({ ...EMPTY })
const { busy, problem, submit } = useSubmit(async () => {
  const number = said.number.trim().toUpperCase()
  const { number: _number, ...change } = { ...said, name: said.name.trim(), makersNumber: said.makersNumber?.trim() || null }
  if (item) await callApi(`/stores/items/${encodeURIComponent(number)}`, { method: 'PATCH', body: { version: item.version, change } })
  else await callApi('/stores/items', { method: 'POST', body: { number, ...change } })
  open.value = false
  emit('saved', number)
})
watch(open, (isOpen) => {
  if (isOpen) Object.assign(said, Object.fromEntries(Object.keys(EMPTY).map(key => [key, (item ?? EMPTY)[key as keyof ItemInput]])))
  problem.value = ''
}, { immediate: true })
</script>

<template>
  <AskDialog
    v-model="open"
    :title="item ? item.name : 'An item for the stores'"
    :act="item ? 'Save it' : 'Keep it from now on'"
    :width="620"
    :ready="said.number.trim() !== '' && said.name.trim() !== ''"
    :busy="busy"
    @act="submit"
  >
    <div class="form-grid">
      <label>Our number<el-input
        v-model="said.number"
        class="mono"
        maxlength="30"
        :disabled="item !== undefined"
        autocapitalize="characters"
        autocomplete="off"
        data-focus
      /></label>
      <label>Maker’s number<el-input
        :model-value="said.makersNumber ?? ''"
        class="mono"
        maxlength="80"
        autocomplete="off"
        @update:model-value="said.makersNumber = $event"
      /></label>
      <label class="wide">Name<el-input
        v-model="said.name"
        maxlength="120"
      /></label>
      <div
        v-for="[key, label, most] in ([['leastStock', 'Least on the shelf', 100000], ['leadDays', 'Days until it comes', 2000], ['shelfLifeMonths', 'Keeps for months, rubber', 600]] as const)"
        :key="key"
        class="field"
      >
        <span>{{ label }}</span><el-input-number
          v-model="said[key]"
          :min="key === 'shelfLifeMonths' ? 1 : 0"
          :max="most"
          :value-on-clear="key === 'shelfLifeMonths' ? null : 0"
          :aria-label="label"
        />
      </div>
      <KitContents
        v-model:kit-of="said.kitOf"
        v-model:contents="said.contents"
      />
    </div>
    <RefusalNote :text="problem" />
  </AskDialog>
</template>
