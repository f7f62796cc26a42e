<script setup lang="ts">
import { computed, onMounted } from 'vue'
import { formatQuantity, KINDS, type QuantityKind } from '#core'
import type { Dossier } from '#shared/wire/dossier'
import { callApi } from '../../net/api'
import { useAnswer } from '../../net/use-answer'
import { measuredHow } from '../../ui/measured-how'
import { moment, otherZone, useZone } from '../../ui/moment'
import StateNote from '../../ui/StateNote.vue'
import VerdictMark from '../../ui/VerdictMark.vue'
import PhotoStrip from '../../job/PhotoStrip.vue'
import GrowthList from './GrowthList.vue'
import ConcessionList from './ConcessionList.vue'
import DepartureList from './DepartureList.vue'
import EvidenceList from './EvidenceList.vue'
import SealList from './SealList.vue'
import EventLog from './EventLog.vue'
import TighteningList from './TighteningList.vue'
import WorkTurns from './WorkTurns.vue'

const { jobId } = defineProps<{ jobId: string }>()
type Reading = Dossier['readings'][number]
const answer = useAnswer<Dossier>(() => `dossier ${jobId}`, () => callApi(`/jobs/${jobId}/dossier`))
const dossier = computed(() => answer.data.value)
useZone(() => dossier.value?.unit.timeZone)
onMounted(() => void answer.load())

/** Single values in one line; a table in a line a station. */
const cells = (reading: Reading) =>
  reading.values
    .map(row =>
      row
        .map(value =>
          formatQuantity(value, reading.quantity as QuantityKind, {
            bare: true,
            ...(reading.quantity === 'length' ? { decimals: 3 } : {}),
          }),
        )
        .join('  '),
    )
    .join(reading.planes.length > 2 ? '\n' : '   ')
const unitOf = (reading: Reading) => KINDS[reading.quantity as QuantityKind].base
const marks = computed(() =>
  (dossier.value?.state.marksMade ?? []).map(made => ({
    made,
    check: dossier.value!.state.marksChecked.findLast(check => check.mark === made.mark),
  })),
)
</script>

<template>
  <div class="dossier">
    <StateNote
      v-if="answer.problem.value"
      kind="problem"
      title="This record cannot be shown"
      :text="answer.problem.value"
    />
    <StateNote
      v-else-if="!dossier"
      kind="loading"
      title="Fetching the record …"
    />
    <template v-else>
      <header class="head">
        <div>
          <p class="eyebrow">
            {{ dossier.unit.site }} · {{ dossier.unit.make }}<template v-if="otherZone()"> · times of {{ otherZone()?.replaceAll('_', ' ') }}</template>
          </p>
          <h1>Dossier of job {{ dossier.job.number }}</h1>
          <p>
            <NuxtLink
              :to="`/units/${dossier.unit.tag}`"
              class="mono"
            >{{ dossier.unit.tag }}</NuxtLink> {{ dossier.unit.name }} — {{ dossier.job.reason }}
          </p>
        </div>
        <div class="files">
          <a
            class="file"
            :href="`/api/jobs/${jobId}/dossier?as=json`"
            download
          ><Icon name="ph:download-simple" /> JSON</a>
          <a
            class="file"
            :href="`/api/jobs/${jobId}/dossier?as=csv`"
            download
          ><Icon name="ph:download-simple" /> CSV</a>
        </div>
      </header>
      <div class="facts plate">
        <div><span class="eyebrow">Opened</span>{{ moment(dossier.job.openedAt) }}<small>{{ dossier.state.opened?.by }}</small></div>
        <div>
          <span class="eyebrow">Closed</span>
          <template v-if="dossier.state.closed">
            {{ moment(dossier.state.closed.at) }}<small>{{ dossier.state.closed.by }}</small>
          </template>
          <template v-else>
            still open<small>{{ dossier.job.stepsDone }} of {{ dossier.job.stepsTotal }} steps</small>
          </template>
        </div>
        <div><span class="eyebrow">Sheet</span>{{ dossier.sheet.title }}<small>revision {{ dossier.sheet.revision }}</small></div>
        <div :class="dossier.chain.intact ? 'intact' : 'broken'">
          <span class="eyebrow">Record</span>
          <template v-if="dossier.chain.intact">
            <span><Icon name="ph:seal-check" /> {{ dossier.eventsTotal }} entries, unchanged</span>
          </template>
          <template v-else>
            <span><Icon name="ph:warning-diamond" /> {{ dossier.chain.cutOff ? 'its end is missing' : `changed at entry ${dossier.chain.brokenAt}` }}</span>
          </template>
          <small class="mono">{{ dossier.chain.head.slice(0, 16) }}…</small>
        </div>
      </div>

      <section
        v-if="dossier.weakened.length"
        class="plate card weak"
      >
        <h2><Icon name="ph:warning" /> Ticked on a better verdict</h2>
        <p>The register of instruments made these readings worse than the bench had shown. Nothing was taken back; look whether it holds.</p>
        <ul>
          <li
            v-for="line in dossier.weakened"
            :key="line.step"
          >
            <strong>{{ line.title }}</strong> stands on {{ line.reading }}, shown as “{{ line.shown }}”
          </li>
        </ul>
      </section>

      <section class="plate card">
        <h2>Readings</h2>
        <p
          v-if="!dossier.readings.length"
          class="quiet"
        >
          None were taken.
        </p>
        <el-table
          v-else
          :data="dossier.readings"
          :row-key="(reading: Reading) => reading.position + reading.stage + reading.at"
          aria-label="Table of readings"
        >
          <el-table-column
            label="Position"
            prop="name"
            min-width="190"
          />
          <el-table-column
            label="Stage"
            prop="stage"
            width="92"
            class-name="quiet"
          />
          <el-table-column
            label="Values"
            min-width="210"
          >
            <template #default="{ row }">
              <span class="mono pre">{{ cells(row as Reading) }}</span>
              <small
                v-if="row.conditions"
                class="quiet"
              >{{ measuredHow(row.conditions) }}</small>
            </template>
          </el-table-column>
          <el-table-column
            label="Unit"
            width="64"
            class-name="mono quiet"
          >
            <template #default="{ row }">
              {{ unitOf(row as Reading) }}
            </template>
          </el-table-column>
          <el-table-column
            label="Verdict"
            width="122"
          >
            <template #default="{ row }">
              <VerdictMark :verdict="row.verdict" />
            </template>
          </el-table-column>
          <el-table-column
            label="By"
            prop="by"
            width="112"
            class-name="quiet"
          />
        </el-table>
      </section>

      <div class="two">
        <section class="plate card">
          <h2>Match-marks</h2>
          <ul>
            <li
              v-for="{ made, check } in marks"
              :key="made.event"
            >
              <span class="mono">{{ made.mark }}</span> {{ made.way }} <span :class="check?.result === 'matches' ? 'intact' : 'broken'">{{ check ? check.result : 'not checked yet' }}</span>
            </li>
          </ul>
        </section>
        <section class="plate card">
          <h2>Decisions and notes</h2>
          <ul>
            <li
              v-for="entry in dossier.state.dispositions"
              :key="entry.event"
            >
              <span class="mono">{{ entry.part }}</span> {{ entry.disposition }}<template v-if="entry.serial ?? entry.lot">, new: {{ entry.serial ?? entry.lot }}</template><template v-if="entry.reason">: {{ entry.reason }}</template>
            </li>
            <li
              v-for="note in dossier.state.notes"
              :key="note.event"
            >
              <Icon name="ph:note-pencil" /> {{ note.text }} <small class="quiet">{{ note.by }}, {{ moment(note.at) }}</small>
            </li>
          </ul>
        </section>
      </div>
      <TighteningList :tightening="dossier.tightening" />
      <SealList :seals="dossier.seals" />
      <EvidenceList
        :evidence="dossier.evidence"
        :job-id="dossier.job.id"
      />
      <GrowthList
        :growth="dossier.growth"
        :gaps-signed="dossier.gapsSigned"
        :bends="dossier.bends"
        :taken-over="dossier.takenOver"
      />
      <ConcessionList :concessions="dossier.concessions" />
      <DepartureList :departures="dossier.departures" />
      <WorkTurns :state="dossier.state" />
      <section
        v-if="dossier.state.photos.length"
        class="plate card"
      >
        <h2>Photos</h2>
        <PhotoStrip
          :photos="dossier.state.photos"
          :job-id="jobId"
        />
      </section>
      <EventLog
        :job-id="jobId"
        :events="dossier.events"
        :total="dossier.eventsTotal"
        :refused="dossier.refused"
      />
      <p class="quiet">
        {{ dossier.sheet.notice }}
      </p>
    </template>
  </div>
</template>

<style scoped>
.dossier { max-width: 1180px; margin: 0 auto; padding: 20px; display: flex; flex-direction: column; gap: 16px; }
.head { display: flex; justify-content: space-between; align-items: end; gap: 20px; flex-wrap: wrap; }
.files { display: flex; gap: 10px; }
.file { display: inline-flex; align-items: center; gap: 8px; min-height: 48px; padding: 0 20px; background: var(--chalk); border: 1px solid var(--rule-strong); font: 600 18px var(--label); text-decoration: none; color: var(--ink); }
.facts { display: grid; grid-template-columns: repeat(auto-fit, minmax(200px, 1fr)); }
.facts > div { display: flex; flex-direction: column; gap: 2px; padding: 14px 20px; border-right: 1px solid var(--rule); }
.facts small { color: var(--slate); }
.card { padding: 18px 22px; }
.card h2 { margin-bottom: 8px; }
.card li { padding: 5px 0; border-top: 1px solid var(--rule); }
.weak h2 { color: var(--brass); }
.two { display: grid; grid-template-columns: 1fr 2fr; gap: 16px; align-items: start; }
.pre { display: block; white-space: pre-wrap; font-size: 13px; }
.intact { color: var(--verdigris); font-weight: 600; }
.broken { color: var(--oxide); font-weight: 600; }
@media (max-width: 960px) { .facts { grid-template-columns: repeat(auto-fit, minmax(300px, 1fr)); } }
@media (max-width: 480px) { .facts { grid-template-columns: 1fr 1fr; } .facts > div { padding: 10px 12px; } }
@media (max-width: 860px) { .two { grid-template-columns: minmax(0, 1fr); } }
@media print { .files { display: none; } }
</style>
