<script setup lang="ts">
import { computed, ref } from 'vue'
import { isDone, sealName, sealStands, sealSteps, stepNumber, type Seal, type Step } from '#core'
import { useBench } from '../../job/use-bench'
import AskDialog from '../../ui/AskDialog.vue'
import { moment } from '../../ui/moment'
import RefusalNote from '../../ui/RefusalNote.vue'
import { readLength } from './read-length'
import SealSection from './SealSection.vue'
import { useSeal } from './use-seal'

/** The seal that the step has to do with: drawn, its parts as they stand, the way it is fitted, and whether its setting holds. */
const { seal, step } = defineProps<{ seal: Seal, step: Step }>()
const bench = useBench()
const { job } = bench
const { things, drawn, out, fresh, inHand } = useSeal(bench, () => seal)
/** In hand, and what somebody looks at. */
const lit = computed(() => bench.pickedPart.value ? new Set([...inHand.value, bench.pickedPart.value]) : inHand.value)
const listed = computed(() => things.value.filter(({ role }) => role !== 'other'))
const limb = computed(() => step.limb === 'off' ? 'off' as const : 'on' as const)
const order = computed(() => sealSteps(bench.sheet.value, seal, limb.value))
const stands = computed(() => sealStands(job.sheet, job.state).filter(stand => stand.seal.key === seal.key))
const isSet = computed(() => stands.value.some(({ last }) => last))
const voided = computed(() => stands.value.filter(({ voidedBy }) => voidedBy))

const asking = ref(false)
const said = ref({ why: '', by: '' })
const length = computed(() => readLength(said.value.by))
const tell = () => {
  const { value } = length.value
  const done = job.act('shaft-moved', { why: said.value.why.trim(), ...value === null ? {} : { byMm: value } })
  if (!done) return
  asking.value = false
  said.value = { why: '', by: '' }
}
const WORDS = { wet: 'in with', dry: 'dry', face: 'never touched' } as const
const goesIn = (fluid: string) => fluid === 'dry' ? WORDS.dry : `${WORDS.wet} ${fluid}`
</script>

<template>
  <section
    class="seal"
    :aria-label="seal.name"
  >
    <h3>
      {{ seal.at ? `${seal.name}, each of ${seal.at.length}` : seal.name }}
    </h3>
    <SealSection
      :seal="seal"
      :parts="drawn"
      :out="out"
      :fresh="fresh"
      :lit="lit"
      @pick="bench.pickPart($event)"
    />
    <p class="key quiet">
      <svg viewBox="-7 -8 14 15"><path
        class="wet"
        d="M0 -6C2.4 -2.6 4 -.8 4 1.4A4 4 0 0 1 -4 1.4C-4 -.8 -2.4 -2.6 0 -6Z"
      /></svg> wet
      <svg viewBox="-7 -8 14 15"><path d="M0 -6C2.4 -2.6 4 -.8 4 1.4A4 4 0 0 1 -4 1.4C-4 -.8 -2.4 -2.6 0 -6ZM-4.5 4.5L4.5 -4.5" /></svg> dry
      <svg viewBox="-7 -7 14 14"><path d="M-4.5 0a4.5 4.5 0 1 0 9 0a4.5 4.5 0 1 0 -9 0M-3.2 3.2L3.2 -3.2" /></svg> face, never touched
      <span class="outline" /> not in
      <b>n</b> new
    </p>
    <p
      v-for="{ seal: { key }, place, voidedBy } in voided"
      :key="`${key} ${place}`"
      class="void"
      role="status"
    >
      <Icon name="ph:warning" /> {{ sealName(seal, place) }}: the setting holds no more. {{ voidedBy!.why }}, {{ voidedBy!.by }}, {{ moment(voidedBy!.at) }}.
    </p>
    <details>
      <summary>{{ limb === 'on' ? 'Order of fitting, and its parts' : 'Order of taking apart, and its parts' }}</summary>
      <div class="columns">
        <ol
          class="order"
          :aria-label="limb === 'on' ? 'Order of fitting' : 'Order of taking apart'"
        >
          <li
            v-for="one in order"
            :key="one.key"
            :class="{ now: one.key === step.key, done: isDone(job.state, one.key) }"
          >
            <button
              type="button"
              @click="bench.look(one)"
            >
              <span class="mono">{{ stepNumber(job.sheet, one) }}</span>
              <span>{{ one.short ?? one.title }}<small
                v-for="check in one.feels"
                :key="check.key"
              >{{ check.expect }}</small></span>
              <Icon
                v-if="isDone(job.state, one.key)"
                name="ph:check-bold"
              />
            </button>
          </li>
        </ol>
        <ul
          class="parts"
          aria-label="Parts of the seal"
        >
          <li
            v-for="{ part, standing } in listed"
            :key="part.key"
            :class="{ hand: inHand.has(part.key) }"
          >
            <button
              type="button"
              @click="bench.pickPart(part.key)"
            >
              <span class="mono">{{ part.item }}</span>
              <span>{{ part.name }}<small v-if="part.wetting">{{ part.wetting.place === 'face' ? `${WORDS.face}, wiped with alcohol` : goesIn(part.wetting.with) }}<template v-if="part.wetting.elastomer"> · {{ part.wetting.elastomer }}</template></small></span>
              <em>{{ standing }}</em>
            </button>
          </li>
        </ul>
      </div>
    </details>
    <el-button
      v-if="isSet && bench.mayWork.value"
      text
      @click="asking = true"
    >
      The shaft was moved along …
    </el-button>
    <AskDialog
      v-model="asking"
      title="The shaft was moved along"
      act="Write it down"
      :ready="said.why.trim().length > 2 && length.problem === ''"
      @act="tell"
    >
      <p>What was set holds no more from here: impeller, locknut or coupling have moved the shaft, and the springs with it.</p>
      <label for="moved-why">What moved it</label>
      <el-input
        id="moved-why"
        v-model="said.why"
        placeholder="impeller set again"
        maxlength="300"
      />
      <label for="moved-by">By how much, if known; + presses the spring further</label>
      <el-input
        id="moved-by"
        v-model="said.by"
        class="mono"
        placeholder="−0.3 mm"
        autocomplete="off"
      />
      <RefusalNote :text="length.problem" />
    </AskDialog>
  </section>
</template>

<style scoped>
.seal { border: 1px solid var(--rule-strong); padding: 4px 14px 6px; margin-top: 12px; }
h3 { margin: 8px 0; }
summary { min-height: var(--target); display: flex; align-items: center; cursor: pointer; color: var(--scribe); }
summary::before { content: '▸'; margin-right: 6px; }
details[open] summary::before { content: '▾'; }
.key { display: flex; flex-wrap: wrap; align-items: center; gap: 4px 6px; font-size: 14px; margin: 4px 0 10px; }
.key svg { width: 17px; height: 17px; margin-left: 8px; }
.key svg:first-child { margin-left: 0; }
.key path { fill: var(--chalk); stroke: var(--prussian); stroke-width: 1.5; }
.key .wet { fill: var(--scribe); }
.key .outline { width: 16px; height: 12px; border: 1px dashed var(--slate); margin-left: 8px; }
.key b { margin-left: 8px; font: 700 15px var(--mono); color: var(--verdigris); }
.void { color: var(--oxide); font-weight: 500; margin-bottom: 8px; }
.void svg { vertical-align: -2px; }
.columns { display: grid; grid-template-columns: repeat(auto-fit, minmax(230px, 1fr)); gap: 6px 18px; align-items: start; }
.columns button { display: grid; grid-template-columns: 30px 1fr auto; gap: 4px; width: 100%; min-height: 40px; padding: 5px 4px; align-items: baseline; border: 0; background: none; color: inherit; font: inherit; text-align: left; cursor: pointer; }
.columns button:focus-visible { outline: 3px solid var(--scribe); outline-offset: -2px; }
.order li, .parts li { border-bottom: 1px solid var(--rule); }
.order .now, .parts .hand { background: var(--brass-tint); box-shadow: inset 4px 0 var(--brass-line); }
.order .done { color: var(--slate); }
.order svg { color: var(--verdigris); }
small { display: block; color: var(--slate); font-size: 13.5px; line-height: 1.3; }
.parts em { font-style: normal; color: var(--slate); font-size: 14px; white-space: nowrap; }
.mono { color: var(--slate); }
@media (pointer: coarse) { .columns button { min-height: var(--target); } }
</style>
