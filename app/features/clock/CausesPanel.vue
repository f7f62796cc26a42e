<script setup lang="ts">
import { computed, ref } from 'vue'
import { CAUSES, kindName, type Diagnosis, type JobFinding } from '#core'
import { useBench } from '../../job/use-bench'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'
import { moment } from '../../ui/moment'

/** What the evidence points to, with what speaks for and against each cause, and what a person holds for it. */
const { diagnosis, findings, nameOf } = defineProps<{
  diagnosis: Diagnosis
  findings: readonly JobFinding[]
  nameOf: (part: string) => string
}>()
const lit = defineModel<string | null>('lit', { required: true })
const bench = useBench()
const { job } = bench

const SHOWN = 6
const all = ref(false)
const causes = computed(() => all.value ? diagnosis.causes : diagnosis.causes.slice(0, SHOWN))
const heaviest = computed(() => diagnosis.causes[0]?.weight ?? 1)
const say = (one: number | string) => typeof one === 'number'
  ? `${nameOf(findings[one]!.part)}: ${kindName(findings[one]!.kind)}`
  : one.replace(/^reading:/, '')
const pick = (key: string) => { lit.value = lit.value === key ? null : key }

const written = computed(() => job.state.causesWritten.at(-1))
const said = ref({ cause: '', words: '' })
const choices = computed(() => [
  { value: '', label: 'none of the list' }, ...diagnosis.causes.map(({ key, name }) => ({ value: key, label: name })),
])
const rankOf = (key: string) => diagnosis.causes.findIndex(cause => cause.key === key) + 1
function write(): void {
  const { cause, words } = said.value
  const done = job.act('cause-written', { words: words.trim(), ...cause ? { cause, rank: rankOf(cause), rules: diagnosis.rules } : {} })
  if (done) said.value = { cause: '', words: '' }
}
const agreed = computed(() => {
  const { cause, rank } = written.value ?? {}
  if (!cause || !rank) return ''
  return rank === 1 ? 'as the evidence ranked it first' : `the evidence had it in place ${rank}`
})
const causeNameOf = (key: string) => CAUSES.find(one => one.key === key)?.name ?? key
</script>

<template>
  <div class="causes">
    <p
      v-if="diagnosis.thin"
      class="thin"
      role="status"
    >
      <Icon name="ph:warning" /> Too little to rank by.<template v-if="diagnosis.helpsMost">
        {{ ' ' }}What would help most: <strong>{{ diagnosis.helpsMost.text }}</strong>, {{ diagnosis.helpsMost.minutes }} min.
      </template>
    </p>
    <ul
      v-if="diagnosis.geometry.length > 0"
      class="geometry"
      aria-label="What the marks say together"
    >
      <li
        v-for="found in diagnosis.geometry"
        :key="`${found.row} ${found.family}`"
      >
        {{ found.says }}
      </li>
    </ul>
    <ol aria-label="Causes, the likeliest first">
      <li
        v-for="cause in causes"
        :key="cause.key"
        :class="{ lit: lit === cause.key }"
      >
        <button
          type="button"
          :aria-expanded="lit === cause.key"
          @click="pick(cause.key)"
        >
          <span class="name">{{ cause.name }}</span>
          <span class="mono">{{ Math.round(cause.weight * 100) }} %</span>
          <span
            class="bar"
            :style="{ width: `${cause.weight / heaviest * 100}%` }"
          />
        </button>
        <dl v-if="lit === cause.key">
          <template v-if="cause.supports.length > 0">
            <dt>for it</dt><dd>{{ cause.supports.map(say).join('; ') }}</dd>
          </template>
          <template v-if="cause.contradicts.length > 0">
            <dt>against it</dt><dd>{{ cause.contradicts.map(say).join('; ') }}</dd>
          </template>
          <dt>look next</dt><dd>{{ cause.nextCheck.text }}, {{ cause.nextCheck.minutes }} min</dd>
        </dl>
      </li>
    </ol>
    <el-button
      text
      @click="all = !all"
    >
      {{ all ? 'The first ones only' : `All ${diagnosis.causes.length}` }}
    </el-button>
    <p class="quiet">
      Ranked by rules {{ diagnosis.rules.key }}, revision {{ diagnosis.rules.revision }}. The person decides.
    </p>
    <section aria-label="The cause as a person holds it">
      <h3>What it was</h3>
      <p v-if="written">
        <strong>{{ written.cause ? causeNameOf(written.cause) : 'In own words' }}</strong>: {{ written.words }}
        <small>{{ written.by }}, {{ moment(written.at) }}<template v-if="agreed"> · {{ agreed }}</template></small>
      </p>
      <form
        v-if="bench.mayWork.value"
        @submit.prevent="write"
      >
        <ChoiceSelect
          v-model="said.cause"
          label="Cause of the list"
          :choices="choices"
          filterable
        />
        <el-input
          v-model="said.words"
          type="textarea"
          :rows="2"
          aria-label="The cause in your words"
          placeholder="In your words: what it was, and what goes otherwise next time"
          maxlength="1000"
        />
        <el-button
          type="primary"
          native-type="submit"
          :disabled="said.words.trim().length < 3"
        >
          {{ written ? 'Write it anew' : 'Write the cause' }}
        </el-button>
      </form>
    </section>
  </div>
</template>

<style scoped>
.thin { border: 1px solid var(--brass); background: var(--brass-tint); padding: 8px 12px; margin-bottom: 8px; }
.thin svg { color: var(--brass); vertical-align: -2px; }
.geometry { border-left: 4px solid var(--scribe); padding-left: 10px; margin-bottom: 8px; font-size: 15px; }
.geometry li + li { margin-top: 4px; }
ol > li { border-bottom: 1px solid var(--rule); }
ol button { position: relative; display: flex; width: 100%; min-height: var(--target); align-items: center; justify-content: space-between; gap: 8px; padding: 6px 4px 10px; border: 0; background: none; color: var(--ink); font: 500 16px var(--text); text-align: left; cursor: pointer; }
ol button:focus-visible { outline: 3px solid var(--scribe); outline-offset: -2px; }
.bar { position: absolute; left: 4px; bottom: 4px; height: 3px; background: var(--prussian); }
.lit { background: var(--brass-tint); }
dl { display: grid; grid-template-columns: max-content 1fr; gap: 2px 10px; padding: 0 4px 10px; font-size: 15px; }
dt { color: var(--slate); }
section { border-top: 1px solid var(--rule-strong); margin-top: 12px; padding-top: 10px; }
section small { display: block; color: var(--slate); }
form { display: flex; flex-direction: column; gap: 8px; margin-top: 8px; }
@media print { form, .causes > .el-button { display: none; } }
</style>
