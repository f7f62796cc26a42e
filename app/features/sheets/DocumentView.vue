<script setup lang="ts">
import { computed, onMounted, reactive, ref, shallowRef } from 'vue'
import { countsOf, formatQuantity, openGaps, sheetForUnit, type Finding, type SheetDocument } from '#core'
import AttachmentStrip from '../../job/AttachmentStrip.vue'
import { sentenceOf } from '../../net/api'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'
import SectionDrawing from '../../ui/drawings/SectionDrawing.vue'
import RefusalNote from '../../ui/RefusalNote.vue'
import { askWorker } from '../../workers/ask-worker'
import FindingNote from './FindingNote.vue'
import SaidCounts from './SaidCounts.vue'
import { gapWords } from './sheet-words'
import { tablesOf } from './sheet-tables'
import StepList from './StepList.vue'
import ThingTable from './ThingTable.vue'

/** A document whole: what it says, how it is drawn, and what the checker says to it. */
const { sheet } = defineProps<{ sheet: SheetDocument }>()
/** What the checker says; undefined while it reads. */
const findings = shallowRef<Finding[]>()
const problem = ref('')
const tab = ref('steps')
const options = reactive<Record<string, string>>(Object.fromEntries((sheet.options ?? []).map(({ key, values }) => [key, values[0]!.key])))

onMounted(async () => {
  try {
    findings.value = await askWorker('auditSheet', JSON.parse(JSON.stringify(sheet)) as SheetDocument)
  } catch (error) {
    problem.value = sentenceOf(error)
  }
})

const machine = computed(() => sheetForUnit(sheet, options))
const said = computed(() => findings.value ?? [])
const gaps = computed(() => gapWords(sheet, openGaps(sheet)))
const missing = computed(() => gaps.value.reduce((sum, { of }) => sum + of.length, 0))
const isDrawn = computed(() => machine.value.parts.some(part => part.outlines))
const values = computed(() => {
  const sizes = new Map(machine.value.positions.map(({ key: position, stations, planes }) => [position, stations.length * planes.length]))
  return machine.value.steps.flatMap(step => step.reads ?? []).reduce((sum, { position }) => sum + (sizes.get(position) ?? 0), 0)
})

const tables = computed(() => tablesOf(machine.value).filter(({ rows }) => rows.length > 0))
</script>

<template>
  <div class="document">
    <header class="head">
      <p class="eyebrow">
        {{ sheet.family }}
      </p>
      <h1>{{ sheet.title }}</h1>
      <slot name="head" />
      <p>{{ sheet.summary }}</p>
      <p class="facts">
        <span>revision <b class="mono">{{ sheet.revision }}</b></span>
        <span><b class="mono">{{ machine.parts.length }}</b> parts</span>
        <span><b class="mono">{{ machine.steps.length }}</b> steps</span>
        <span><b class="mono">{{ values }}</b> values a job</span>
        <span v-if="sheet.massKg">{{ formatQuantity(sheet.massKg, 'mass', { decimals: 0 }) }}</span>
      </p>
      <AttachmentStrip :attachments="sheet.attachments ?? []" />
    </header>
    <section
      class="plate checker"
      aria-label="What the checker says"
      role="status"
    >
      <RefusalNote
        v-if="problem"
        :text="problem"
      />
      <template v-else-if="!findings">
        <Icon name="ph:hourglass-medium" /> The checker reads every machine and every way of this sheet …
      </template>
      <template v-else>
        The checker: <SaidCounts :said="{ faults: 0, findings: countsOf(said) }" />
      </template>
      <span
        v-if="sheet.audited"
        class="quiet"
      >{{ sheet.audited.length }} answered in the sheet</span>
    </section>
    <div
      v-if="sheet.options"
      class="options"
    >
      <label
        v-for="option in sheet.options"
        :key="option.key"
      >
        <span class="eyebrow">{{ option.name }}</span>
        <ChoiceSelect
          v-model="options[option.key]!"
          :choices="option.values.map(({ key: value, name }) => ({ value, label: name }))"
          :label="option.name"
        />
      </label>
    </div>
    <section
      v-if="isDrawn"
      class="plate card"
      aria-label="Section"
    >
      <div class="drawing">
        <SectionDrawing
          :parts="machine.parts"
          :axes="machine.axes"
          balloons="all"
          can-move
          :label="`Section of ${machine.title}; its parts are listed below`"
        />
      </div>
    </section>
    <section class="plate card">
      <el-tabs v-model="tab">
        <el-tab-pane
          name="steps"
          :label="`Steps (${machine.steps.length})`"
        >
          <StepList
            :machine="machine"
            :findings="said"
          />
        </el-tab-pane>
        <el-tab-pane
          v-for="table in tables"
          :key="table.list"
          :name="table.list"
          :label="`${table.title} (${table.rows.length})`"
          lazy
        >
          <ThingTable
            :table="table"
            :findings="said"
          />
        </el-tab-pane>
        <el-tab-pane
          v-if="gaps.length > 0"
          name="gaps"
          :label="`Gaps (${missing})`"
          lazy
        >
          <ul
            class="gaps"
            aria-label="What nobody knows yet"
          >
            <li
              v-for="gap in gaps"
              :key="gap.field"
            >
              <b>{{ gap.field }}</b> <span class="mono">{{ gap.of.length }}</span> <span class="quiet">{{ gap.of.join(' · ') }}</span>
            </li>
          </ul>
        </el-tab-pane>
        <el-tab-pane
          name="findings"
          :label="`Findings (${said.length})`"
          lazy
        >
          <p
            v-if="said.length === 0"
            class="quiet"
          >
            Nothing to say.
          </p>
          <FindingNote
            v-for="finding in said"
            :key="finding.rule + finding.key + finding.sentence"
            :finding="finding"
          />
        </el-tab-pane>
      </el-tabs>
    </section>
    <p class="quiet notice">
      {{ sheet.notice }}
    </p>
  </div>
</template>

<style scoped>
.document { display: flex; flex-direction: column; gap: 14px; }
.head p { margin: 4px 0 0; max-width: 90ch; }
.facts { display: flex; flex-wrap: wrap; gap: 4px 20px; color: var(--slate); }
.facts b { color: var(--ink); }
.checker { display: flex; flex-wrap: wrap; align-items: center; gap: 8px 18px; padding: 12px 18px; font: 600 18px/1.3 var(--label); }
.checker svg { font-size: 22px; vertical-align: -4px; }
.options { display: flex; flex-wrap: wrap; gap: 12px 20px; }
.options label { display: grid; gap: 4px; min-width: 260px; }
.card { padding: 8px 22px 18px; }
.drawing { height: clamp(240px, 40vw, 420px); margin-top: 10px; }
.notice { font-size: 14px; max-width: 100ch; }
.gaps li { padding: 8px 0; border-top: 1px solid var(--rule); }
.gaps b { display: inline-block; min-width: 90px; }
</style>
