<script setup lang="ts">
import { computed, onMounted, ref, shallowReactive, watch } from 'vue'
import { VueDraggable } from 'vue-draggable-plus'
import { editsToMove, type Limb, type Severity, type Step } from '#core'
import SeverityMark from '../SeverityMark.vue'
import ThingDrawer from './ThingDrawer.vue'
import { useDraft } from './use-draft'
import { useShown } from './use-shown'

/** The work in its order: both limbs of the V with the floor between them. A step is dragged to where it belongs, or opened and written. */
const { active } = defineProps<{ active: boolean }>()
const isOpen = ref(false)
const { act, sheet, problem, document: draft } = useDraft()
const { shown: document, said: checked } = useShown(() => active && !isOpen.value)
const opened = defineModel<string | null>('thing', { required: true })
// The way up is written from the foot to the top, so that the sides of a rung face each other.
const LIMBS: readonly { limb: Limb, name: string }[] = [{ limb: 'off', name: 'Off, going down' }, { limb: 'on', name: 'On, going up' }, { limb: 'floor', name: 'On the floor' }]

const columns = shallowReactive<Record<Limb, Step[]>>({ off: [], floor: [], on: [] })
const fill = () => {
  for (const { limb } of LIMBS) {
    const steps = (document.value?.steps ?? []).filter(step => step.limb === limb)
    columns[limb] = limb === 'on' ? steps.toReversed() : steps
  }
}
watch(document, fill, { immediate: true })
/** How many of each limb are drawn: what a screen shows at once, all once that is painted. */
const drawn = ref(24)
onMounted(() => requestAnimationFrame(() => setTimeout(() => { drawn.value = Infinity })))

const numbers = computed(() => new Map(document.value?.steps.map((step, i) => [step.key, i + 1])))
const titles = computed(() => new Map(document.value?.steps.map(step => [step.key, step.title])))
const partners = computed(() => {
  const byRung = new Map<string, Step[]>()
  for (const step of document.value?.steps ?? []) if (step.rung) byRung.set(step.rung, [...byRung.get(step.rung) ?? [], step])
  return byRung
})
const partnerOf = (step: Step) => step.rung ? partners.value.get(step.rung)?.find(one => one !== step && one.key !== step.key) : undefined
/** On which ways, or machines, it is there at all. */
function laneOf({ ways = {}, when = {} }: Step): string {
  const wayNames = Object.entries(ways).flatMap(([choice, keys]) =>
    keys.map(key => document.value?.choices?.find(one => one.key === choice)?.ways.find(way => way.key === key)?.name ?? key))
  const values = Object.entries(when).flatMap(([option, keys]) =>
    keys.map(key => document.value?.options?.find(one => one.key === option)?.values.find(value => value.key === key)?.name ?? key))
  return [...wayNames, ...values].join(', ')
}
/** How far to the right it stands: each way of a fork, and each kind of machine, has its lane. */
function lanePlace({ ways = {}, when = {} }: Step): number {
  const at = (all: readonly { key: string }[] = [], keys: readonly string[]) => all.findIndex(({ key }) => keys.includes(key)) + 1
  const [choice, way] = Object.entries(ways)[0] ?? []
  const [option, value] = Object.entries(when)[0] ?? []
  if (way) return at(document.value?.choices?.find(one => one.key === choice)?.ways, way)
  return value ? at(document.value?.options?.find(one => one.key === option)?.values, value) : 0
}
/** A rung of one side only is open for ever. */
const isLoose = (step: Step) => (step.removes ?? step.refits) !== undefined && !partnerOf(step)
const gravest = computed(() => {
  const first = new Map<string, Severity>()
  for (const { list, key, severity } of checked.value?.findings ?? [])
    if (list === 'steps' && !first.has(key)) first.set(key, severity)
  return first
})

const inOrder = (limb: Limb) => limb === 'on' ? columns.on.toReversed() : columns[limb]
function dropped(limb: Limb, { newIndex }: { newIndex?: number }) {
  const list = inOrder(limb)
  const moved = columns[limb][newIndex ?? 0]
  if (!moved) return
  move(moved.key, list[list.indexOf(moved) - 1]?.key ?? '')
  // Where the core has refused it, it lies where it lay.
  document.value = draft.value
  fill()
}
function move(key: string, behind: string) {
  const edits = editsToMove(sheet(), key, behind)
  if (edits.length > 0) act(edits)
}
/** By keyboard: one place up or down. */
function nudge(step: Step, by: -1 | 1) {
  const list = inOrder(step.limb)
  const at = list.findIndex(one => one.key === step.key)
  const down = step.limb === 'on' ? -by : by
  if (at + down < 0 || at + down >= list.length) return
  move(step.key, list[down === 1 ? at + 1 : at - 2]?.key ?? '')
}
function show(key: string | null) {
  opened.value = key
  isOpen.value = true
}
const focused = ref<string>()
const around = computed(() => {
  const step = document.value?.steps.find(one => one.key === focused.value)
  return {
    before: new Set(step?.after),
    behind: new Set(document.value?.steps.filter(one => one.after.includes(focused.value ?? '')).map(one => one.key)),
    facing: step && partnerOf(step)?.key,
  }
})
defineExpose({ show })
</script>

<template>
  <div class="order">
    <p
      v-if="problem"
      class="problem"
      role="alert"
    >
      <Icon name="ph:warning" /> {{ problem }}
    </p>
    <div class="columns">
      <section
        v-for="{ limb, name } in LIMBS"
        :key="limb"
        :class="limb"
        :aria-label="name"
      >
        <h3 class="eyebrow">
          {{ name }} <span class="mono">{{ columns[limb].length }}</span>
        </h3>
        <VueDraggable
          v-model="columns[limb]"
          handle=".grip"
          :animation="120"
          class="list"
          :style="{ '--rows': columns[limb].length }"
          @end="dropped(limb, $event)"
        >
          <div
            v-for="step in columns[limb].slice(0, drawn)"
            :key="step.key"
            class="step"
            :style="{ marginLeft: `${lanePlace(step) * 30}px` }"
            :class="{ before: around.before.has(step.key), behind: around.behind.has(step.key), focused: focused === step.key, facing: around.facing === step.key }"
            @mouseenter="focused = step.key"
            @focusin="focused = step.key"
          >
            <button
              class="grip"
              :aria-label="`Move ${step.title}`"
              @keydown.up.prevent="nudge(step, -1)"
              @keydown.down.prevent="nudge(step, 1)"
            />
            <button
              class="name"
              @click="show(step.key)"
            >
              <span class="mono">{{ numbers.get(step.key) }}</span>
              <span>{{ step.title }}
                <small
                  v-if="step.ways || step.when"
                  class="lane"
                ><Icon name="ph:git-branch" /> {{ laneOf(step) }}</small>
                <small
                  v-if="isLoose(step)"
                  class="loose"
                ><Icon name="ph:warning" /> rung with one side</small>
              </span>
              <SeverityMark
                v-if="gravest.has(step.key)"
                :severity="gravest.get(step.key)!"
              />
            </button>
          </div>
        </VueDraggable>
      </section>
    </div>
    <p
      v-if="focused"
      class="waits quiet"
      aria-live="polite"
    >
      <b>{{ titles.get(focused) }}</b> waits for
      {{ [...around.before].map(key => titles.get(key)).join(', ') || 'nothing' }};
      {{ around.behind.size > 0 ? `for it wait ${[...around.behind].map(key => titles.get(key)).join(', ')}` : 'nothing waits for it' }}.
    </p>
    <el-button
      class="new"
      @click="show(null)"
    >
      <Icon name="ph:plus" /> New step
    </el-button>
    <ThingDrawer
      v-model="isOpen"
      v-model:thing="opened"
      list="steps"
    />
  </div>
</template>

<style scoped>
.columns { display: grid; grid-template-columns: repeat(2, minmax(0, 1fr)); gap: 14px 40px; align-items: end; }
.off { align-self: start; }
.floor { grid-column: 1 / -1; width: min(640px, 100%); justify-self: center; }
/* It is as tall as it will be before its last rows are drawn, and what is out of sight is not laid out: a screen shows thirty of 400. */
.list { display: grid; gap: 4px; align-content: start; min-height: calc(var(--rows) * 46px - 4px); }
.step {
  display: grid; grid-template-columns: 34px minmax(0, 1fr); background: var(--chalk); border: 1px solid var(--rule-strong);
  content-visibility: auto; contain-intrinsic-height: auto 40px;
}
.grip, .name { border: 0; background: none; min-height: 40px; color: inherit; cursor: pointer; }
/* Six points, drawn: an icon for each of four hundred steps was a good part of the time until they stand. */
.grip { cursor: grab; }
.grip::before { content: ''; display: block; width: 14px; height: 21px; margin: auto; background: radial-gradient(circle, var(--slate) 1.4px, transparent 1.9px) 0 0 / 7px 7px; }
.name { display: flex; gap: 8px; align-items: center; padding: 5px 10px 5px 0; text-align: left; font: 500 15px/1.2 var(--text); }
.name > span:nth-child(2) { flex: 1; min-width: 0; }
.name .mono { flex: none; min-width: 22px; color: var(--slate); }
small { display: block; color: var(--slate); font-size: 13px; }
.loose { color: var(--oxide); }
.focused { border-color: var(--prussian); outline: 1px solid var(--prussian); }
.facing { background: var(--verdigris-tint); }
.before { border-left: 6px solid var(--scribe); }
.behind { border-right: 6px solid var(--scribe); }
.problem { color: var(--oxide); }
.waits { position: sticky; bottom: 0; margin: 10px 0 0; padding: 6px 10px; background: var(--paper); border-top: 1px solid var(--rule); }
.new { margin-top: 10px; }
@media (max-width: 800px) { .columns { grid-template-columns: minmax(0, 1fr); } }
</style>
