<script setup lang="ts">
import { computed, nextTick, onBeforeUnmount, onMounted, ref, useTemplateRef } from 'vue'
import { navigateTo } from '#app'
import { countsOf, fieldWord, openGaps, type ListName, type Place } from '#core'
import { isField } from '../../../ui/is-field'
import RefusalNote from '../../../ui/RefusalNote.vue'
import SaidCounts from '../SaidCounts.vue'
import CarryNote from './CarryNote.vue'
import CheckerDrawer from './CheckerDrawer.vue'
import ProposalsDrawer from './ProposalsDrawer.vue'
import OrderPane from './OrderPane.vue'
import SayPane from './SayPane.vue'
import TablesPane from './TablesPane.vue'
import { JsonPane, ReviewPane, SectionPane } from './later-panes'
import { useDraft } from './use-draft'

/** A draft at the desk: one document, written as an order, as tables, or as it stands; what the checker says is one tap from its place. */
const desk = useDraft()
const { document, problem, clash, saving, isCut, checked, mayUndo, mayRedo, undo, redo } = desk
const emit = defineEmits<{ released: [revision: number] }>()
const tab = ref('order')
const list = ref<ListName>('parts')
const opened = ref<string | null>(null)
const panes = { order: useTemplateRef<InstanceType<typeof OrderPane>>('order'), tables: useTemplateRef<InstanceType<typeof TablesPane>>('tables') }

const faults = computed(() => checked.value?.faults ?? [])
const said = computed(() => ({ faults: faults.value.length, findings: countsOf(checked.value?.findings ?? []) }))
const missing = computed(() => document.value ? openGaps(document.value).length : 0)
const [isTold, isProposing] = [ref(false), ref(false)]

/** Goes to the place that a fault or a finding is about. */
async function jump(place: Place) {
  isTold.value = isProposing.value = false
  opened.value = place.key
  if (place.list === 'sheet') {
    tab.value = 'sheet'
    return
  }
  if (place.list === 'steps') tab.value = 'order'
  else {
    tab.value = 'tables'
    list.value = place.list
  }
  await nextTick()
  await nextTick()
  ;(place.list === 'steps' ? panes.order : panes.tables).value?.show(place.key)
}

function keys(event: KeyboardEvent) {
  if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z' || isField(event.target)) return
  event.preventDefault()
  if (event.shiftKey) redo()
  else undo()
}
onMounted(() => window.addEventListener('keydown', keys))
onBeforeUnmount(() => window.removeEventListener('keydown', keys))
const clashWords = computed(() => {
  if (!clash.value) return null
  const { edit, now } = clash.value
  const say = (value: unknown) => value === null || value === undefined ? 'nothing' : typeof value === 'object' ? JSON.stringify(value) : String(value)
  return { field: edit.field ? fieldWord(edit.field) : 'The whole', mine: say(edit.after), theirs: say(now) }
})
</script>

<template>
  <div
    v-if="document"
    class="editor"
  >
    <div class="bar">
      <el-button
        :disabled="mayUndo === undefined"
        aria-label="Undo"
        @click="undo()"
      >
        <Icon name="ph:arrow-counter-clockwise" /> Undo
      </el-button>
      <el-button
        :disabled="mayRedo === undefined"
        aria-label="Redo"
        @click="redo()"
      >
        <Icon name="ph:arrow-clockwise" /> Redo
      </el-button>
      <span
        class="state"
        role="status"
      >
        <template v-if="isCut">
          <Icon name="ph:cloud-slash" /> No link: {{ saving }} {{ saving === 1 ? 'change waits' : 'changes wait' }} to be kept
        </template>
        <template v-else-if="saving > 0">
          Keeping …
        </template>
        <template v-else>
          <Icon name="ph:check" /> Kept
        </template>
      </span>
      <el-button
        class="try"
        :disabled="saving > 0"
        @click="navigateTo(`/drafts/${desk.id}/bench`)"
      >
        <Icon name="ph:play" /> Try it
      </el-button>
      <el-button
        class="proposals"
        @click="isProposing = true"
      >
        <Icon name="ph:lightbulb" /> Proposals
      </el-button>
      <button
        class="checker"
        :class="{ faulty: faults.length > 0 }"
        @click="isTold = true"
      >
        <template v-if="!checked">
          The checker reads …
        </template>
        <template v-else>
          <SaidCounts :said="said" />
          <span v-if="missing > 0"><b class="mono">{{ missing }}</b> unknown</span>
        </template>
      </button>
    </div>
    <div
      v-if="clashWords"
      class="clash"
      role="alert"
    >
      <p>{{ problem }}</p>
      <dl>
        <dt>{{ clashWords.field }}, as it stands now</dt><dd>{{ clashWords.theirs }}</dd>
        <dt>as you wrote it</dt><dd>{{ clashWords.mine }}</dd>
      </dl>
      <el-button @click="clash = null; problem = ''">
        I have seen both
      </el-button>
    </div>
    <RefusalNote
      v-else-if="tab !== 'order'"
      :text="problem"
    />
    <CarryNote />
    <section class="plate card">
      <el-tabs v-model="tab">
        <el-tab-pane
          name="order"
          label="Order"
        >
          <OrderPane
            ref="order"
            v-model:thing="opened"
            :active="tab === 'order'"
          />
        </el-tab-pane>
        <el-tab-pane
          name="tables"
          label="Tables"
          lazy
        >
          <TablesPane
            ref="tables"
            v-model:list="list"
            v-model:thing="opened"
            :active="tab === 'tables'"
          />
        </el-tab-pane>
        <el-tab-pane
          name="section"
          label="Section"
          lazy
        >
          <SectionPane :active="tab === 'section'" />
        </el-tab-pane>
        <el-tab-pane
          name="sheet"
          label="Sheet"
          lazy
        >
          <SayPane />
        </el-tab-pane>
        <el-tab-pane
          name="json"
          label="Document"
          lazy
        >
          <JsonPane v-if="tab === 'json'" />
        </el-tab-pane>
        <el-tab-pane
          name="review"
          label="Review"
          lazy
        >
          <ReviewPane
            v-if="tab === 'review'"
            @released="emit('released', $event)"
          />
        </el-tab-pane>
      </el-tabs>
    </section>
    <ProposalsDrawer
      v-model="isProposing"
      @jump="jump"
    />
    <CheckerDrawer
      v-model="isTold"
      @jump="jump"
    />
  </div>
</template>

<style scoped>
.editor { display: flex; flex-direction: column; gap: 12px; }
.bar { display: flex; flex-wrap: wrap; gap: 8px; align-items: center; }
.bar .el-button { margin: 0; }
.state { color: var(--slate); min-width: 90px; }
.bar .try { margin-left: auto; }
.checker { display: flex; flex-wrap: wrap; gap: 4px 16px; min-height: 44px; padding: 4px 14px; align-items: center; background: var(--chalk); border: 1px solid var(--rule-strong); color: var(--ink); font: 600 17px/1.2 var(--label); cursor: pointer; }
.checker.faulty { border-color: var(--oxide); }
.card { padding: 4px 20px 18px; }
.clash { padding: 10px 16px; background: var(--oxide-tint); border-left: 6px solid var(--oxide); }
.clash p { margin: 0 0 6px; font-weight: 600; }
.clash dl { display: grid; grid-template-columns: 190px minmax(0, 1fr); gap: 3px 12px; margin: 0 0 8px; }
.clash dt { color: var(--slate); }
.clash dd { margin: 0; font-family: var(--mono); overflow-wrap: anywhere; }
</style>
