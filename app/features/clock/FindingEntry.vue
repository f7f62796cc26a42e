<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { CLEAN, DomainError, EVIDENCE_ROLES, parseArc, sayArc, seenOn, type Arc, type EvidenceItem } from '#core'
import PhotoButton from '../../job/PhotoButton.vue'
import { useBench } from '../../job/use-bench'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'
import RefusalNote from '../../ui/RefusalNote.vue'
import { SEVERITY_WORDS } from './finding-look'
import KindButtons from './KindButtons.vue'

/** What was seen on a thing: its place drawn or typed, then one tap on the kind writes it down. */
const { item, arc } = defineProps<{ item: EvidenceItem, arc: Arc | null }>()
const emit = defineEmits<{ noted: [] }>()
const { job } = useBench()
const typed = ref('')
const severity = ref<1 | 2 | 3>(2)
const zone = ref('')
const note = ref('')
/** Somebody looks again by this day. */
const lookAgain = ref('')
/** Taken for the finding that is being entered. */
const photo = ref('')
const zoneWords = computed<readonly string[]>(() => EVIDENCE_ROLES[item.role].zones)
const zones = computed(() => [{ value: '', label: 'anywhere on it' }, ...zoneWords.value.map(value => ({ value, label: value }))])
watch(() => arc, (drawn) => { typed.value = drawn ? sayArc(drawn) : '' }, { immediate: true })
watch(() => item.key, () => {
  zone.value = ''
  note.value = ''
  photo.value = ''
  lookAgain.value = ''
})

const place = computed<{ arc: Arc | null, problem: string }>(() => {
  if (!typed.value.trim()) return { arc: null, problem: '' }
  // What was drawn is kept to the degree as long as nobody types over it.
  if (arc && typed.value === sayArc(arc)) return { arc, problem: '' }
  try {
    return { arc: parseArc(typed.value), problem: '' }
  } catch (error) {
    if (error instanceof DomainError) return { arc: null, problem: error.message }
    throw error
  }
})

function write(kind: string): void {
  const said = job.act('finding-noted', {
    ...seenOn(item), kind, severity: kind === CLEAN ? 1 : severity.value,
    ...place.value.arc ?? {}, ...zone.value ? { zone: zone.value } : {}, ...note.value.trim() ? { note: note.value.trim() } : {},
    ...photo.value ? { photo: photo.value } : {}, ...lookAgain.value ? { lookAgain: lookAgain.value } : {},
  })
  if (!said) return
  typed.value = ''
  note.value = ''
  photo.value = ''
  lookAgain.value = ''
  emit('noted')
}
</script>

<template>
  <div class="entry">
    <div class="where">
      <label>Where
        <el-input
          v-model="typed"
          class="mono"
          placeholder="2 to 4 · all round · 180°"
          autocomplete="off"
        />
      </label>
      <el-button @click="typed = 'all round'">
        All round
      </el-button>
      <ChoiceSelect
        v-if="zoneWords.length > 0"
        v-model="zone"
        label="Zone"
        :choices="zones"
      />
    </div>
    <RefusalNote :text="place.problem" />
    <el-radio-group
      v-model="severity"
      aria-label="How bad"
    >
      <el-radio-button
        v-for="(name, value) in SEVERITY_WORDS"
        :key="value"
        :value="Number(value)"
      >
        {{ name }}
      </el-radio-button>
    </el-radio-group>
    <KindButtons
      :role="item.role"
      :disabled="place.problem !== ''"
      @seen="write"
    />
    <div class="more">
      <el-input
        v-model="note"
        aria-label="Note to it"
        placeholder="a word to it, if it helps"
        maxlength="300"
      />
      <el-date-picker
        v-model="lookAgain"
        type="date"
        value-format="YYYY-MM-DD"
        format="YYYY-MM-DD"
        placeholder="look again by"
        aria-label="Look again by"
        :disabled-date="(date: Date) => date.getTime() < Date.now()"
      />
      <PhotoButton
        :of="{ part: item.part.key, caption: item.name }"
        :label="photo ? 'Photo is with it' : 'Take a photo'"
        @taken="photo = $event"
      />
    </div>
  </div>
</template>

<style scoped>
.entry { display: flex; flex-direction: column; gap: 10px; }
.where { display: flex; gap: 8px; align-items: end; flex-wrap: wrap; }
.where label { flex: 1 1 150px; font-size: 14px; color: var(--slate); }
.where .el-select { flex: 1 1 130px; }
.more { display: flex; gap: 8px; align-items: center; flex-wrap: wrap; }
.more > .el-input { flex: 1 1 160px; }
.more :deep(.el-date-editor) { flex: 0 1 160px; }
</style>
