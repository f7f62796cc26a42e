<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import { v4 as newId } from 'uuid'
import {
  editsToRemove, fieldWord, isRequired, LISTS, namedBy, newThing, schemaOf, thingsOf, type Edit, type ListName, type Naming, type SheetDocument,
} from '#core'
import RefusalNote from '../../../ui/RefusalNote.vue'
import ElsewhereNote from './ElsewhereNote.vue'
import { FIRST_FIELDS } from './first-fields'
import { StepOnBench } from './later-panes'
import ThingField from './ThingField.vue'
import ThingForm from './ThingForm.vue'
import UnfinishedNote from './UnfinishedNote.vue'
import { useDraft } from './use-draft'
import { useSaidOf } from './use-said-of'
import { useUnfinished } from './use-unfinished'

/** One thing of a list beside its table: written field by field; a new one goes in when it is whole. */
const { list } = defineProps<{ list: ListName }>()
const key = defineModel<string | null>('thing', { required: true })
const open = defineModel<boolean>({ required: true })
const desk = useDraft()
const { sheet, act, document, checked, typed, problem } = desk

const draft = shallowRef<Record<string, unknown>>({})
const keyField = computed(() => LISTS[list].key)
const there = computed(() => {
  void document.value
  return key.value === null ? undefined : thingsOf(sheet(), list).find(one => one[keyField.value] === key.value) as Record<string, unknown> | undefined
})
const unfinished = useUnfinished(desk)
/** What names it, once somebody wants it gone. */
const asked = ref<Naming[]>([])
watch([open, key], ([isOpen]) => {
  problem.value = ''
  asked.value = []
  inForm.value = null
  inStep.value = null
  unfinished.forget()
  if (isOpen && key.value === null) draft.value = newThing(sheet(), list, newId)
}, { immediate: true })
/** The newest state that can be worked by: a step of it is seen as the bench shows it. */
const sound = shallowRef<SheetDocument | null>(null)
watch([checked, open], () => {
  if (open.value && list === 'steps' && typed.value.length === 0 && checked.value?.faults.length === 0) sound.value = document.value
}, { immediate: true })
const isOnBench = computed(() => key.value !== null && sound.value?.steps.some(step => step.key === key.value) === true)
/** The field that is written in the form, framed where the bench shows it, or in the step itself. */
const inForm = ref<string | null>(null)
const inStep = ref<string | null>(null)
const fieldUnder = (target: EventTarget | null) => (target as Element).closest<HTMLElement>('[data-field]')?.dataset.field ?? null
function writeInForm(target: EventTarget | null) {
  inForm.value = fieldUnder(target)
  inStep.value = null
}
// Who leaves a field with Esc leaves what was typed there.
watch(inStep, () => desk.type([]))
/** The thing that is written, in the sheet or not yet. */
const at = computed(() => key.value ?? draft.value[keyField.value] as string)
const said = useSaidOf(() => list, () => open.value ? at.value : '')
const shown = computed(() => there.value ? { ...there.value, ...unfinished.fields.value } : draft.value)
const title = computed(() => (shown.value.name ?? shown.value.title ?? shown.value.question) as string || `New ${LISTS[list].kind}`)

const asEdit = (field: string, after: unknown) => ({ list, key: key.value!, field, before: there.value![field], after })
const newWith = (field: string, value: unknown) =>
  Object.fromEntries([...Object.entries(draft.value).filter(([name]) => name !== field), ...value === undefined ? [] : [[field, value]]])
const missingIn = (thing: Record<string, unknown>) => Object.keys(schemaOf(list)!.properties as object)
  .filter(field => field !== 'key' && isRequired(list, field) && (thing[field] ?? '') === '')
const comes = (thing: Record<string, unknown>): Edit => ({
  list, key: (thing[keyField.value] ?? '') as string, after: thing, behind: thingsOf(sheet(), list).at(-1)?.[keyField.value] ?? '',
})
/** The checker reads a new thing as soon as it is whole. */
const typeNew = (thing: Record<string, unknown>) => desk.type(missingIn(thing).length > 0 ? [] : [comes(thing)])

function say(field: string, value: unknown) {
  if (there.value) unfinished.say(asEdit(field, value))
  else typeNew(draft.value = newWith(field, value))
}
function type(field: string, value: unknown) {
  if (there.value) unfinished.type(asEdit(field, value))
  else typeNew(newWith(field, value))
}
function add() {
  const missing = missingIn(draft.value)
  if (missing.length > 0) problem.value = `Still to say: ${missing.map(fieldWord).join(', ')}.`
  else if (act([comes(draft.value)])) open.value = false
}

/** All of its list, to be leafed through. */
const all = computed(() => document.value && open.value ? thingsOf(document.value, list).map(one => one[keyField.value]!) : [])
const nth = computed(() => all.value.indexOf(at.value))
const leaf = (by: 1 | -1) => { key.value = all.value[nth.value + by]! }

function remove() {
  asked.value = namedBy(sheet(), list, key.value!)
  if (asked.value.length === 0) takeOut()
}
function takeOut() {
  if (act(editsToRemove(sheet(), list, key.value!))) open.value = false
}
</script>

<template>
  <el-drawer
    v-model="open"
    :title="title"
    :size="isOnBench ? 'min(1180px, 100vw)' : 'min(620px, 100vw)'"
    append-to-body
  >
    <div :class="{ beside: isOnBench }">
      <ThingForm
        :key="key ?? 'new'"
        :list="list"
        :thing="shown"
        :said="said"
        @say="say"
        @type="type"
        @focusin="writeInForm($event.target)"
      />
      <StepOnBench
        v-if="isOnBench && open"
        :key="`bench ${key}`"
        v-slot="{ field }"
        v-model:field="inStep"
        class="bench"
        :sheet="sound!"
        :step="key!"
        :framed="inForm"
        :offered="FIRST_FIELDS.steps!"
      >
        <ThingField
          :key="field"
          list="steps"
          :field="field"
          :thing="shown"
          :said="said"
          @say="say"
          @type="type"
        />
      </StepOnBench>
    </div>
    <template #footer>
      <ElsewhereNote
        v-if="open"
        :key="key ?? 'new'"
        :list="list"
        :thing="at"
      />
      <RefusalNote :text="problem" />
      <UnfinishedNote :words="problem ? '' : unfinished.words.value" />
      <div
        v-if="asked.length > 0"
        class="named"
        role="alert"
      >
        <p>
          It is named by {{ asked.slice(0, 6).map(one => one.name).join(', ') }}<template v-if="asked.length > 6">
            and {{ asked.length - 6 }} more
          </template>.
        </p>
        <el-button @click="asked = []">
          Keep it
        </el-button>
        <el-button
          type="danger"
          @click="takeOut"
        >
          Take it out of all of them
        </el-button>
      </div>
      <template v-else-if="key !== null">
        <span class="leaf">
          <el-button
            text
            aria-label="The one before"
            :disabled="nth < 1 || unfinished.words.value !== ''"
            @click="leaf(-1)"
          >
            <Icon name="ph:caret-left" />
          </el-button>
          <span class="mono">{{ nth + 1 }} of {{ all.length }}</span>
          <el-button
            text
            aria-label="The next one"
            :disabled="nth + 1 >= all.length || unfinished.words.value !== ''"
            @click="leaf(1)"
          >
            <Icon name="ph:caret-right" />
          </el-button>
        </span>
        <el-button @click="remove">
          <Icon name="ph:trash" /> Take out
        </el-button>
        <el-button
          type="primary"
          @click="open = false"
        >
          {{ unfinished.words.value ? 'Leave that out' : 'Done' }}
        </el-button>
      </template>
      <template v-else>
        <el-button @click="open = false">
          Leave it
        </el-button>
        <el-button
          type="primary"
          @click="add"
        >
          Put it in
        </el-button>
      </template>
    </template>
  </el-drawer>
</template>

<style scoped>
.beside { display: grid; grid-template-columns: minmax(0, 1fr) minmax(0, 500px); gap: 24px; align-items: start; }
.beside .bench { position: sticky; top: 0; max-height: calc(100vh - 190px); overflow-y: auto; }
@media (max-width: 1000px) { .beside { grid-template-columns: minmax(0, 1fr); } .beside .bench { position: relative; order: -1; max-height: none; } }
/* At the left, away from what ends it. */
.leaf { float: left; display: inline-flex; align-items: center; gap: 4px; color: var(--slate); }
.leaf .el-button { margin: 0; font-size: 20px; }
.named, .refusal, .unfinished { text-align: left; }
.named p { margin: 0 0 8px; color: var(--oxide); }
</style>
