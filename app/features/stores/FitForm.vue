<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { FitInput } from '#shared/wire/stores'
import { callApi } from '../../net/api'
import { useSubmit } from '../../net/use-submit'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'
import RefusalNote from '../../ui/RefusalNote.vue'
import { useSheetParts } from './use-sheet-parts'

/** An engineer says where an item fits: a part of a sheet, on all its machines, on those built in a way, or on some by their tags. */
const { number } = defineProps<{ number: string }>()
const emit = defineEmits<{ done: [], leave: [] }>()
const [sheet, part, tags] = [ref(''), ref(''), ref<string[]>([])]
const rank = ref(1)
/** The ways of building a machine that the item is for; an option with none is for all of them. */
const built = ref<Record<string, string[]>>({})
const { sheets, parts, options } = useSheetParts(sheet)
watch(sheet, () => { part.value = '' })
watch(options, (ways) => { built.value = Object.fromEntries(ways.map(({ key }) => [key, []])) })
const body = computed((): FitInput => {
  const when = Object.fromEntries(Object.entries(built.value).filter(([, values]) => values.length > 0))
  return {
    sheet: sheet.value, part: part.value, rank: rank.value,
    when: Object.keys(when).length > 0 ? when : null,
    units: tags.value.length > 0 ? tags.value.map(tag => tag.trim().toUpperCase()) : null,
  }
})
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
      <label
        v-for="option in options"
        :key="option.key"
        class="wide"
      ><span>{{ option.name }}; empty is every one</span><el-select
        v-model="built[option.key]"
        multiple
        :persistent="false"
        :aria-label="option.name"
        placeholder="every one"
      >
        <el-option
          v-for="value in option.values"
          :key="value.key"
          :value="value.key"
          :label="value.name"
        />
      </el-select></label>
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
