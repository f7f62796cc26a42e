<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { FitInput } from '#shared/wire/stores'
import { callApi } from '../../net/api'
import { useSubmit } from '../../net/use-submit'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'
import RefusalNote from '../../ui/RefusalNote.vue'
import { useSheetParts } from './use-sheet-parts'

/** An engineer says where an item fits: a part of a sheet, on all its machines or on some. */
const { number } = defineProps<{ number: string }>()
const emit = defineEmits<{ done: [], leave: [] }>()
const [sheet, part, tags] = [ref(''), ref(''), ref<string[]>([])]
const rank = ref(1)
const { sheets, parts } = useSheetParts(sheet)
watch(sheet, () => { part.value = '' })
const body = computed((): FitInput => ({
  sheet: sheet.value, part: part.value, when: null, rank: rank.value,
  units: tags.value.length > 0 ? tags.value.map(tag => tag.trim().toUpperCase()) : null,
}))
const { busy, problem, submit } = useSubmit(async () => {
  await callApi(`/stores/items/${encodeURIComponent(number)}/fits`, { method: 'POST', body: body.value })
  emit('done')
})
</script>

<template>
  <form
    class="fit"
    @submit.prevent="part && submit()"
  >
    <div class="form-grid">
      <label><span>Machines of the sheet</span><ChoiceSelect
        v-model="sheet"
        label="Machines of the sheet"
        :choices="sheets"
        filterable
      /></label>
      <label><span>Part</span><ChoiceSelect
        v-model="part"
        label="Part"
        :choices="parts"
        filterable
      /></label>
      <label class="wide"><span>Only on these units; empty is all</span><el-input-tag
        v-model="tags"
        :max="200"
        aria-label="Only on these units"
        placeholder="P-101, then Enter"
      /></label>
      <div class="field">
        <span>Choice, 1 is taken first</span><el-input-number
          v-model="rank"
          :min="1"
          :max="99"
          aria-label="Choice, 1 is taken first"
        />
      </div>
    </div>
    <RefusalNote :text="problem" />
    <p class="acts">
      <el-button @click="emit('leave')">
        Leave it
      </el-button>
      <el-button
        type="primary"
        native-type="submit"
        :disabled="!part"
        :loading="busy"
      >
        It fits: sign
      </el-button>
    </p>
  </form>
</template>

<style scoped>
.fit { padding: 12px 14px; background: var(--plate); border: 1px solid var(--rule); margin: 8px 0; }
.acts { display: flex; justify-content: flex-end; gap: 8px; margin-top: 10px; }
.acts .el-button { margin: 0; min-height: 44px; }
</style>
