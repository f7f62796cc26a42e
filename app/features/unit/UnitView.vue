<script setup lang="ts">
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { sheetForUnit, thousands, type Sheet } from '#core'
import type { UnitParts, WearAnswer } from '#shared/wire/fleet'
import { unitTopic } from '#shared/wire/topics'
import type { PlanRow } from '#shared/wire/stores'
import type { UnitAnswer } from '#shared/wire/types'
import { callApi } from '../../net/api'
import { useNews } from '../../net/live-store'
import { fetchSheet } from '../../net/sheets'
import { useAnswer } from '../../net/use-answer'
import { dayOfMoment, moment, useZone } from '../../ui/moment'
import FetchNote from '../../ui/FetchNote.vue'
import { useSessionStore } from '../../net/session-store'
import { laterDialog } from '../../ui/later'
import DueList from './DueList.vue'
import JobLine from './JobLine.vue'
import MachineSection from './MachineSection.vue'
import PartsCard from './PartsCard.vue'
import PlanList from './PlanList.vue'
import StartJobDialog from './StartJobDialog.vue'
import StartWithoutDialog from './StartWithoutDialog.vue'
import UnitHistory from './UnitHistory.vue'
import WearTable from './WearTable.vue'

const { tag } = defineProps<{ tag: string }>()
const session = useSessionStore()
const HoursDialog = laterDialog(() => import('./HoursDialog.vue'))
const RetireDialog = laterDialog(() => import('./RetireDialog.vue'))
const UnitDialog = laterDialog(() => import('./UnitDialog.vue'))
const address = `/units/${encodeURIComponent(tag)}`
const answer = useAnswer<UnitAnswer>(() => `unit ${tag}`, () => callApi(address))
/** What its history and its sisters say: worked out when somebody looks. */
const wear = useAnswer<WearAnswer>(() => `wear ${tag}`, () => callApi(`${address}/wear`))
const parts = useAnswer<UnitParts>(() => `parts ${tag}`, () => callApi(`${address}/parts`))
const plans = useAnswer<PlanRow[]>(() => `plans ${tag}`, () => callApi(`${address}/plans`))
const [starting, reading, changing, retiring] = [ref(false), ref(false), ref(false), ref(false)]
const unit = computed(() => answer.data.value?.unit)
useZone(() => unit.value?.timeZone)
const openJob = computed(() => answer.data.value?.jobs.find(job => job.status === 'open'))
const load = () => {
  void answer.load()
  void wear.load()
  void plans.load()
  void parts.load()
}
onMounted(load)
useNews(() => [unitTopic(tag)], load)
async function onChanged(now: string) {
  if (now === tag) load()
  else await navigateTo(`/units/${encodeURIComponent(now)}`)
}
/** The sheet as it describes this unit. Without the link, and never fetched here: the page does without. */
const machine = shallowRef<Sheet>()
watch(() => unit.value?.sheet && `${unit.value.sheet.key} ${unit.value.sheet.revision}`, async (wanted) => {
  const { sheet, options } = unit.value ?? {}
  const document = wanted && sheet ? await fetchSheet(sheet).catch(() => undefined) : undefined
  machine.value = document && sheetForUnit(document, options)
}, { immediate: true })
</script>

<template>
  <div class="unit">
    <FetchNote
      v-if="answer.problem.value || !unit"
      :problem="answer.problem.value"
      what="This unit"
      loading="Looking for the unit …"
      :back="{ to: '/', text: 'Back to the yard' }"
    />
    <template v-else>
      <p
        v-if="answer.keptAt.value"
        class="kept"
      >
        No link. As of {{ moment(answer.keptAt.value) }}.
      </p>
      <header class="head">
        <div>
          <p class="eyebrow">
            {{ unit.siteName }}
          </p>
          <h1><span class="mono">{{ unit.tag }}</span> {{ unit.name }}</h1>
        </div>
        <div class="acts">
          <el-button @click="reading = true">
            <Icon name="ph:gauge" /> Hours
          </el-button>
          <el-button
            v-if="session.may('unit:write') && !unit.isRetired"
            @click="changing = true"
          >
            <Icon name="ph:pencil-simple" /> Change
          </el-button>
          <el-button
            v-if="session.may('unit:write')"
            @click="retiring = true"
          >
            {{ unit.isRetired ? 'Bring it back into use' : 'Out of use' }}
          </el-button>
        </div>
        <el-button
          v-if="openJob"
          type="primary"
          class="go"
          @click="navigateTo(`/jobs/${openJob.id}`)"
        >
          Go on with job {{ openJob.number }}
        </el-button>
        <el-button
          v-else-if="session.may('job:start') && !unit.isRetired"
          type="primary"
          class="go"
          @click="starting = true"
        >
          Start an overhaul
        </el-button>
      </header>
      <div class="columns">
        <section class="plate card">
          <h2>Nameplate</h2>
          <dl>
            <dt>Kind</dt><dd>{{ unit.family }}</dd>
            <dt>Make</dt><dd>{{ unit.make }}</dd>
            <template
              v-for="(value, name) in unit.nameplate"
              :key="name"
            >
              <dt>{{ name }}</dt><dd class="mono">
                {{ value }}
              </dd>
            </template>
            <dt>Running hours</dt><dd class="mono">
              {{ thousands(unit.runningHours) }} h{{ wear.data.value?.perDay ? `, ${wear.data.value.perDay.perDay.toFixed(1)} h a day` : '' }}
            </dd>
            <template v-if="unit.isCritical">
              <dt>Without it</dt><dd>nothing goes on: less is risked</dd>
            </template>
            <template
              v-for="figure in unit.bends"
              :key="figure.name + figure.says"
            >
              <dt>{{ figure.name }}</dt><dd>{{ figure.says }} <small class="quiet">on this unit, by {{ figure.source }}, {{ figure.by }}</small></dd>
            </template>
            <dt v-if="unit.sheet">
              On paper
            </dt>
            <dd v-if="unit.sheet">
              <a
                :href="`/api/units/${unit.tag}/card`"
                target="_blank"
              >job card, A4</a>
            </dd>
            <dt>Sheet</dt><dd>{{ unit.sheet ? `${unit.sheet.title}, revision ${unit.sheet.revision}` : 'none yet: the first overhaul writes it' }}</dd>
          </dl>
        </section>
        <section class="plate card">
          <template v-if="wear.data.value && !unit.isRetired">
            <h2>Due</h2>
            <DueList
              :dues="wear.data.value.dues"
              :interval="wear.data.value.interval"
            />
          </template>
          <p
            v-if="unit.isRetired"
            class="kept"
          >
            Out of use since {{ unit.history[0] && dayOfMoment(unit.history[0].at) }}: {{ unit.history[0]?.note }}
          </p>
          <PlanList
            v-if="plans.data.value && !unit.isRetired"
            :unit="unit"
            :plans="plans.data.value"
            :is-on-bench="openJob !== undefined"
            @changed="load"
          />
          <h2>Overhauls</h2>
          <p
            v-if="!answer.data.value!.jobs.length"
            class="quiet"
          >
            None yet. The first one starts the history of this unit.
          </p>
          <ol>
            <JobLine
              v-for="job in answer.data.value!.jobs"
              :key="job.id"
              :job="job"
            />
          </ol>
        </section>
      </div>
      <PartsCard
        v-if="parts.data.value && Object.values(parts.data.value).some(list => list.length > 0)"
        :parts="parts.data.value"
      />
      <MachineSection
        v-if="machine"
        :machine="machine"
      />
      <WearTable
        v-if="answer.data.value!.readings.length"
        :readings="answer.data.value!.readings"
        :wear="wear.data.value"
        :sheet="machine"
      />
      <UnitHistory
        v-if="unit.history.length"
        :rows="unit.history"
      />
      <HoursDialog
        v-model="reading"
        :tag="tag"
        @saved="load"
      />
      <UnitDialog
        v-model="changing"
        :unit="unit"
        @saved="onChanged"
      />
      <RetireDialog
        v-model="retiring"
        :unit="unit"
        @saved="load"
      />
      <StartJobDialog
        v-if="unit.sheet"
        v-model="starting"
        :unit="unit"
      />
      <StartWithoutDialog
        v-else
        v-model="starting"
        :unit="unit"
      />
    </template>
  </div>
</template>

<style scoped>
.unit { max-width: 1180px; margin: 0 auto; padding: 20px; display: flex; flex-direction: column; gap: 16px; }
.head { display: flex; justify-content: space-between; align-items: end; gap: 20px; flex-wrap: wrap; }
.head h1 .mono { font-size: 26px; font-weight: 500; margin-right: 6px; }
.go { min-height: 52px; font-size: 20px; }
.acts { display: flex; gap: 8px; flex-wrap: wrap; margin-left: auto; }
.acts .el-button { margin: 0; min-height: 44px; }
.card * + h2 { margin-top: 18px; }
.columns { display: grid; grid-template-columns: minmax(280px, 1fr) 2fr; gap: 16px; align-items: start; }
.card { padding: 18px 22px; }
.card h2 { margin-bottom: 10px; }
dl { display: grid; grid-template-columns: auto 1fr; gap: 6px 16px; margin: 0; }
dt { color: var(--slate); }
dd { margin: 0; }
.kept { background: var(--brass-tint); border-left: 4px solid var(--brass-line); padding: 8px 14px; }
@media (max-width: 860px) { .columns { grid-template-columns: minmax(0, 1fr); } }
@media (max-width: 480px) { .unit { padding: 14px 10px; } .card { padding: 14px 12px; } }
</style>
