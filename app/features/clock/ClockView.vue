<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { kindName, turnFinding } from '#core'
import { useBench } from '../../job/use-bench'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'
import EmptyList from '../../ui/EmptyList.vue'
import RefusalNote from '../../ui/RefusalNote.vue'
import { HATCH_WORDS } from './finding-look'
import CausesPanel from './CausesPanel.vue'
import CircumstancesPanel from './CircumstancesPanel.vue'
import ClockDrawing from './ClockDrawing.vue'
import OnPartPanel from './OnPartPanel.vue'
import { useBefore } from './use-before'
import { useClock } from './use-clock'

/** Findings of all parts by angle round the index, and what they point to. */
const { on } = defineProps<{ on?: string | undefined }>()
const bench = useBench()
const { job } = bench
const clock = useClock(bench)
const { evidence, diagnosis, rings, drawn, ofPicked, picked, pickedItem, pick, draft, litCause, lit, showsAll, withFindings } = clock
if (on) picked.value = on
const { chosen: beside, choices: others, ghosts, problem: besideProblem } = useBefore(bench)

const tab = ref<'on it' | 'causes' | 'known'>(on ? 'on it' : 'causes')
function choose(key: string, arc: Parameters<typeof pick>[1]): void {
  pick(key, arc)
  tab.value = 'on it'
}
const choices = computed(() => evidence.value.items
  .map(({ key, name }) => ({ value: key, label: `${withFindings.value.has(key) ? '● ' : ''}${name}` })))
const chosen = computed({ get: () => picked.value ?? '', set: (key: string) => choose(key, null) })
const nameOf = (key: string) => evidence.value.items.find(item => item.key === key)?.name ?? key
const landmarks = computed(() => [
  ...job.sheet.clock?.landmarks ?? [],
  ...job.sheet.marks.flatMap(({ key, angleDeg }) => angleDeg === undefined || angleDeg === 0 ? [] : [{ name: key, deg: angleDeg }]),
])

/** How far the picked ring was turned and stands there unsigned. */
const [turning, turnedDeg] = [ref(false), ref(0)]
watch(picked, () => {
  turning.value = false
  turnedDeg.value = 0
})
const shownFindings = computed(() => turnedDeg.value === 0 || !picked.value
  ? drawn.value
  : drawn.value.map(({ finding, at }) =>
      ({ at, finding: finding.part === picked.value ? turnFinding(finding, turnedDeg.value) : finding })))
const untied = computed(() => new Set(evidence.value.frames.untied))
const readingsSaid = computed(() => evidence.value.readings
  .map(({ of, verdict, side }) => `${of} ${verdict}${side && verdict !== 'in' ? ` (${side})` : ''}`).join('; '))
const print = () => { window.print() }
const placeless = computed(() => drawn.value.filter(({ finding }) => finding.fromDeg === undefined && finding.kind !== 'clean'))
</script>

<template>
  <div class="page">
    <header>
      <h1>Clock <small>{{ job.meta.unitTag }}, job {{ job.meta.number }}</small></h1>
      <p class="quiet">
        {{ evidence.findings.length }} found · {{ evidence.unseen.length }} of {{ evidence.items.length }} not looked at yet
      </p>
      <nav aria-label="From here">
        <button
          type="button"
          class="link"
          @click="print"
        >
          Print
        </button>
        <NuxtLink :to="`/jobs/${job.meta.id}/readings`">
          Readings
        </NuxtLink>
        <NuxtLink :to="`/jobs/${job.meta.id}`">
          Back to the bench
        </NuxtLink>
      </nav>
    </header>
    <EmptyList
      v-if="evidence.items.length === 0"
      would="What is found on parts is drawn here by its angle, one ring a part, so that a pattern across parts shows itself. This machine has no part yet that can speak."
      who="A part speaks by its role: a face, a ring, a bearing. The sheet says it, or whoever takes the part off."
    >
      <el-button @click="navigateTo(`/jobs/${job.meta.id}`)">
        Back to the bench
      </el-button>
    </EmptyList>
    <div
      v-else
      class="columns"
    >
      <section
        class="plate drawing"
        aria-label="The clock"
      >
        <ClockDrawing
          :rings="rings"
          :findings="shownFindings"
          :picked="picked"
          :lit="lit"
          :draft="draft"
          :may-draw="bench.mayWork.value"
          :turns="turning"
          :landmarks="landmarks"
          :ghosts="ghosts"
          @pick="choose"
          @turn="byDeg => { turnedDeg = (turnedDeg + byDeg) % 360 }"
        />
        <ul class="legend">
          <li
            v-for="(word, hatch) in HATCH_WORDS"
            :key="hatch"
          >
            <svg
              width="22"
              height="14"
              aria-hidden="true"
            ><rect
              width="22"
              height="14"
              :fill="hatch === 'clean' ? 'none' : `url(#hatch-${hatch})`"
              stroke="currentColor"
            /></svg> {{ word }}
          </li>
        </ul>
        <ChoiceSelect
          v-if="others.length > 1"
          v-model="beside"
          class="beside"
          label="Another overhaul beside it"
          :choices="others"
        />
        <RefusalNote :text="besideProblem" />
        <p class="quiet">
          {{ job.sheet.clock ? `Seen from ${job.sheet.clock.seenFrom}; turns ${job.sheet.clock.turns}.` : 'Each ring from its own 12 o’clock.' }}
          Dashed rings turn with the shaft.
        </p>
        <p
          v-for="one in evidence.frames.contradictions"
          :key="one.tie + one.part"
          class="refusal"
          role="alert"
        >
          <Icon name="ph:warning" /> {{ nameOf(one.part) }}: {{ one.says.slice(one.part.length + 1) }}
        </p>
        <p
          v-if="placeless.length > 0"
          class="quiet"
        >
          Without a place: {{ placeless.map(({ finding }) => `${nameOf(finding.part)} ${kindName(finding.kind)}`).join('; ') }}
        </p>
      </section>
      <section
        class="plate rings"
        aria-label="Rings"
      >
        <ol>
          <li
            v-for="(item, i) in rings"
            :key="item.key"
          >
            <button
              type="button"
              :class="{ picked: item.key === picked }"
              :aria-pressed="item.key === picked"
              @click="choose(item.key, null)"
            >
              <span class="mono">{{ i + 1 }}</span>
              <span>{{ item.motion }} {{ item.role }}<template v-if="item.place">, {{ item.place }}</template></span>
              <small class="of">{{ item.part.name }}</small>
              <small v-if="untied.has(item.key) && withFindings.has(item.key)">not tied</small>
            </button>
          </li>
        </ol>
        <el-button
          text
          @click="showsAll = !showsAll"
        >
          {{ showsAll ? 'Only what was found on' : `All ${evidence.items.length} things` }}
        </el-button>
      </section>
      <section
        class="plate side"
        aria-label="What it says"
      >
        <el-tabs v-model="tab">
          <el-tab-pane
            name="causes"
            label="Causes"
          >
            <CausesPanel
              v-model:lit="litCause"
              :diagnosis="diagnosis"
              :findings="evidence.findings"
              :name-of="nameOf"
            />
          </el-tab-pane>
          <el-tab-pane
            name="on it"
            label="On a part"
          >
            <ChoiceSelect
              v-model="chosen"
              label="Part"
              :choices="choices"
              filterable
              placeholder="touch a ring, or choose"
            />
            <OnPartPanel
              v-if="pickedItem"
              v-model:draft="draft"
              v-model:turning="turning"
              v-model:turned-deg="turnedDeg"
              :item="pickedItem"
              :items="evidence.items"
              :findings="ofPicked"
            />
          </el-tab-pane>
          <el-tab-pane
            name="known"
            label="What else is known"
          >
            <CircumstancesPanel />
            <p
              v-if="evidence.readings.length > 0"
              class="quiet"
            >
              Readings taken in: {{ readingsSaid }}
            </p>
          </el-tab-pane>
        </el-tabs>
      </section>
    </div>
  </div>
</template>

<style scoped>
.page { padding: 12px 16px 24px; }
header { display: flex; align-items: baseline; gap: 6px 18px; flex-wrap: wrap; margin-bottom: 10px; }
header small { font: 400 17px var(--text); color: var(--slate); }
.link { border: 0; background: none; padding: 0; color: var(--scribe); font: inherit; text-decoration: underline; text-underline-offset: 3px; cursor: pointer; }
header nav { margin-left: auto; display: flex; gap: 18px; }
.columns { display: grid; grid-template-columns: minmax(420px, 1fr) 210px minmax(340px, 400px); gap: 12px; align-items: start; }
.plate { padding: 12px 14px; }
.legend { display: flex; flex-wrap: wrap; gap: 4px 14px; font-size: 14px; color: var(--slate); }
.legend svg { vertical-align: -2px; }
.rings button { display: grid; grid-template-columns: 24px 1fr; gap: 2px 6px; width: 100%; min-height: var(--target); align-items: center; padding: 4px 6px; border: 0; border-left: 4px solid transparent; background: none; color: var(--ink); font: 400 15px var(--text); text-align: left; cursor: pointer; }
.rings button small { grid-column: 2; color: var(--brass); }
.rings button .of { color: var(--slate); overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
.rings .picked { border-left-color: var(--brass); background: var(--brass-tint); }
.rings ol { max-height: calc(100vh - 230px); overflow: auto; }
.beside { max-width: 420px; margin: 6px 0; }
.refusal { color: var(--oxide); font-weight: 500; }
@media (max-width: 1100px) {
  .columns { grid-template-columns: 1fr; }
  .rings ol { display: flex; flex-wrap: wrap; max-height: none; }
  .rings button { width: auto; }
}
@media print {
  header nav, .rings .el-button, .beside, .page :deep(.el-tabs__header) { display: none; }
  .columns { display: block; }
  .plate { border: 0; padding: 4px 0; }
  .rings ol { display: block; columns: 3; max-height: none; }
  .rings li { break-inside: avoid; }
  .rings button { min-height: 0; padding: 1px 0; font-size: 12px; }
  .page { padding: 0; font-size: 13px; }
  .page :deep(ol button) { min-height: 0; padding: 2px 0 6px; font-size: 13px; }
}
</style>
