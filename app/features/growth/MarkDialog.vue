<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { growMark, MARK_WAYS, nextMark, type MarkSaid, type MarkWay } from '#core'
import AskDialog from '../../ui/AskDialog.vue'
import LabelledField from '../../ui/LabelledField.vue'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'
import RefusalNote from '../../ui/RefusalNote.vue'
import { focusFirst } from '../../ui/focus-first'
import { useGrowth } from './use-growth'

/** A match-mark that nobody had foreseen: its number first, so that it can be painted. */
const open = defineModel<boolean>({ required: true })
const word = ref<{ focus: () => void }>()
const { bench, at, write, parts } = useGrowth()
const { job } = bench
const name = ref('')
const other = ref('')
const way = ref<MarkWay>('paint')
const place = ref('')
const number = computed(() => open.value ? nextMark(at()) : '')
watch(open, (isOpen) => {
  if (!isOpen) return
  name.value = place.value = ''
  other.value = parts.value[0]?.key ?? ''
  job.refusal = null
}, { immediate: true })
const known = computed(() => parts.value.find(part => part.name.toLowerCase() === name.value.trim().toLowerCase()))
const ready = computed(() => name.value.trim().length >= 2)

function mark() {
  const one: MarkSaid['between'][number] = known.value ? { part: known.value.key } : { name: name.value.trim() }
  const between = other.value && other.value !== known.value?.key ? [one, { part: other.value }] : [one]
  if (write(bench => growMark(bench, { between, way: way.value, place: place.value.trim() || 'across the joint' }))) open.value = false
}
</script>

<template>
  <AskDialog
    v-model="open"
    title="Mark what belongs together"
    :width="560"
    leave="Not now"
    :act="`${number} is on both`"
    :ready="ready"
    @opened="focusFirst(word)"
    @act="mark"
  >
    <p class="number">
      <span class="mono">{{ number }}</span> <small class="quiet">no other bench gives this number</small>
    </p>
    <el-input
      ref="word"
      v-model="name"
      aria-label="What is marked"
      placeholder="inlet cone, cover, hub …"
      maxlength="80"
    />
    <div class="row">
      <LabelledField name="Against">
        <ChoiceSelect
          v-model="other"
          label="Against"
          filterable
          :choices="[...parts.map(part => ({ value: part.key, label: part.name })), { value: '', label: 'nothing: by itself' }]"
        />
      </LabelledField>
      <LabelledField name="How">
        <ChoiceSelect
          v-model="way"
          label="How"
          :choices="MARK_WAYS.map(one => ({ value: one, label: one }))"
        />
      </LabelledField>
      <LabelledField name="Where">
        <el-input
          v-model="place"
          aria-label="Where"
          placeholder="across the joint"
          maxlength="120"
        />
      </LabelledField>
    </div>
    <RefusalNote :text="job.refusal" />
  </AskDialog>
</template>

<style scoped>
.number { margin: 0 0 12px; font-size: 34px; }
.number small { font-size: 15px; margin-left: 10px; }
.row { display: flex; flex-wrap: wrap; gap: 12px 16px; margin-top: 12px; }
.row > label { flex: 1 1 150px; }
</style>
