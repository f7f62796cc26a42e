<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { assessReading, DomainError, formatQuantity, KINDS, parseQuantity, positionOf, questionReadings, readingAt, stepOf, type Assessment, type Quantity, type ReadingStage } from '#core'
import ReadingVerdict from './ReadingVerdict.vue'
import type { Bench } from './use-bench'

const { positionKey, stage, noGo, bench } = defineProps<{ positionKey: string, stage: ReadingStage, noGo?: string | undefined, bench: Bench }>()
const { job } = bench

const position = computed(() => positionOf(job.sheet!, positionKey))
const stored = computed(() => readingAt(job.state, positionKey, stage))
const before = computed(() => stage === 'as-left' ? readingAt(job.state, positionKey, 'as-found') : undefined)
/** Where the sheet sends the work when this reading is out. */
const backTo = computed(() => noGo ? stepOf(job.sheet!, noGo) : null)
const editing = ref(!stored.value)
const typed = reactive<string[][]>([])
const grid = ref<HTMLElement>()

function startTyping() {
  typed.splice(0, typed.length, ...position.value.stations.map((_, s) => position.value.planes.map((_, p) => stored.value?.typed[s]?.[p] ?? '')))
  editing.value = true
}
watch(stored, (now) => {
  if (now) editing.value = false
  else startTyping()
}, { immediate: true })

type Cell = { quantity: Quantity | null, sentence: string | null }
const cells = computed<Cell[][]>(() => typed.map(row => row.map((text) => {
  if (!text.trim()) return { quantity: null, sentence: null }
  try {
    return { quantity: parseQuantity(text, position.value.quantity), sentence: null }
  } catch (error) {
    return { quantity: null, sentence: error instanceof DomainError ? error.message : String(error) }
  }
})))
const complete = computed(() => cells.value.length > 0 && cells.value.every(row => row.every(cell => cell.quantity)))
const values = computed(() => cells.value.map(row => row.map(cell => cell.quantity?.value ?? Number.NaN)))
const firstFault = computed(() => cells.value.flat().find(cell => cell.sentence)?.sentence ?? null)
const show = (value: number) => formatQuantity(value, position.value.quantity, position.value.quantity === 'length' ? { decimals: 3 } : {})
/** Said when the number was typed in another unit than the one it is kept in. */
const understood = computed(() => cells.value.flat().filter(cell => cell.quantity && cell.quantity.unit !== KINDS[position.value.quantity].base).map(cell => show(cell.quantity!.value)))

const assessed = computed<{ result: Assessment | null, fault: string | null }>(() => {
  const shown = editing.value ? (complete.value ? values.value : null) : stored.value?.values ?? null
  if (!shown) return { result: null, fault: null }
  try {
    return { result: assessReading(position.value, shown), fault: null }
  } catch (error) {
    return { result: null, fault: error instanceof DomainError ? error.message : String(error) }
  }
})

/** Readings so far from the others that a slip of the hand is likelier than the part; asked about before they are stored. */
const questions = ref<{ place: string, said: string, others: string }[]>([])
watch(values, () => { questions.value = [] })

function store() {
  if (!complete.value || !assessed.value.result) return
  const { stations, planes, uncertainty } = position.value
  questions.value = questionReadings(values.value, uncertainty).map(({ station, plane, value, neighbours }) => ({
    place: planes.length > 1 ? `${stations[station]}, ${planes[plane]}` : stations[station]!, said: show(value), others: show(neighbours),
  }))
  if (questions.value.length === 0) write()
}

function write() {
  questions.value = []
  job.act('reading-taken', { position: positionKey, stage, values: values.value, typed })
}

/** Enter goes on to the next cell, and from the last one stores: hands stay on the gauge. */
function enter(event: KeyboardEvent) {
  const inputs = [...grid.value!.querySelectorAll('input')]
  const i = inputs.indexOf(event.target as HTMLInputElement)
  if (i < inputs.length - 1) inputs[i + 1]!.focus()
  else store()
}
</script>

<template>
  <h3>{{ position.name }} <small>{{ stage }} · {{ position.instrument }}</small></h3>
  <div
    ref="grid"
    class="grid"
    :style="{ '--planes': position.planes.length }"
  >
    <template v-if="position.planes.length > 1">
      <span />
      <span
        v-for="plane in position.planes"
        :key="plane"
        class="head"
      >{{ plane }}</span>
    </template>
    <template
      v-for="(station, s) in position.stations"
      :key="station"
    >
      <span class="station">{{ station }}</span>
      <template
        v-for="(plane, p) in position.planes"
        :key="plane"
      >
        <input
          v-if="editing && typed[s]"
          v-model="typed[s]![p]"
          class="cell mono"
          :class="{ bad: cells[s]?.[p]?.sentence }"
          :aria-label="`${position.name}, ${station}${position.planes.length > 1 ? `, ${plane}` : ''}`"
          :aria-invalid="!!cells[s]?.[p]?.sentence"
          :placeholder="KINDS[position.quantity].base"
          inputmode="decimal"
          autocomplete="off"
          :disabled="!bench.mayWork.value"
          @focus="($event.target as HTMLInputElement).select()"
          @keydown.enter.prevent="enter"
        >
        <span
          v-else-if="stored"
          class="value mono"
        >{{ show(stored.values[s]![p]!) }}<small
          v-if="before"
          class="quiet"
        > was {{ show(before.values[s]![p]!) }}</small></span>
      </template>
    </template>
  </div>
  <p
    v-if="editing && (firstFault || assessed.fault)"
    class="fault"
    role="alert"
  >
    {{ firstFault ?? assessed.fault }}
  </p>
  <div
    v-if="questions.length"
    class="question"
    role="alert"
  >
    <p
      v-for="question in questions"
      :key="question.place"
    >
      {{ question.place }}: <span class="mono">{{ question.said }}</span> lies far from the others, which stand round <span class="mono">{{ question.others }}</span>. Is it right?
    </p>
    <el-button @click="write">
      It is right
    </el-button>
    <el-button
      text
      @click="questions = []"
    >
      Type it again
    </el-button>
  </div>
  <p
    v-if="editing && understood.length"
    class="quiet"
  >
    Understood: <span class="mono">{{ understood.join(', ') }}</span>
  </p>
  <ReadingVerdict
    v-if="assessed.result"
    :assessment="assessed.result"
    :position="position"
  />
  <div
    v-if="bench.mayWork.value"
    class="choices"
  >
    <el-button
      v-if="editing"
      type="primary"
      :disabled="!assessed.result"
      @click="store"
    >
      Write it down
    </el-button>
    <el-button
      v-else
      text
      @click="startTyping"
    >
      Measure again
    </el-button>
    <el-button
      v-if="backTo && !editing"
      type="primary"
      @click="bench.goBack(backTo.key, `${position.name} is out`)"
    >
      No-go: back to “{{ backTo.short ?? backTo.title }}”
    </el-button>
  </div>
</template>

<style scoped>
.grid { display: grid; grid-template-columns: minmax(90px, auto) repeat(var(--planes), minmax(84px, 1fr)); gap: 5px 8px; align-items: center; margin-top: 8px; }
.head { font: 600 13px var(--label); color: var(--slate); }
.station { font-size: 14px; }
.cell { width: 100%; min-height: var(--target); padding: 0 10px; border: 1px solid var(--rule-strong); background: var(--chalk); color: var(--ink); font-size: 17px; text-align: right; }
.cell.bad { border: 2px solid var(--oxide); }
.value { text-align: right; font-size: 16px; padding: 4px 0; }
.question { margin-top: 8px; padding: 9px 14px; border-left: 6px solid var(--brass-line); background: var(--brass-tint); }
.fault { color: var(--oxide); margin-top: 6px; }
</style>
