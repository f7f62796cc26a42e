<script setup lang="ts">
import { ref } from 'vue'
import type { Position, ReadingStage } from '#core'
import { InstrumentDock, useTypingInstruments } from '../instruments'
import ReadingDuty from './entry/ReadingDuty.vue'
import { useBench } from '../../job/use-bench'
import { decimalsOf, inUnits } from '../../ui/in-units'
import StateNote from '../../ui/StateNote.vue'
import EmptyList from '../../ui/EmptyList.vue'
import FitTable from './FitTable.vue'
import GlanceCell from './GlanceCell.vue'
import { useReadings } from './use-readings'

const bench = useBench()
useTypingInstruments()
const { job } = bench
const { groups, fits, picked, shown } = useReadings(bench)
const STAGE_NAMES: Record<ReadingStage, string> = { 'as-found': 'As found', 'as-left': 'As left' }

const entry = ref<HTMLElement>()
/** Where list and entry stand one below the other, the entry comes into sight. */
function pick(position: string) {
  picked.value = position
  entry.value?.scrollIntoView({ block: 'nearest' })
}
const show = (position: Position, value: number) => inUnits(value, position.quantity, decimalsOf(position.quantity))
</script>

<template>
  <div
    v-if="bench.sheet.value && groups.length === 0"
    class="none"
  >
    <EmptyList
      would="Every reading of this overhaul stands here, as found beside as left. No step asks for one yet."
      who="At the bench, whoever works there says what is to be measured of a part, and measures it."
    >
      <el-button @click="navigateTo(`/jobs/${job.meta.id}`)">
        Back to the bench
      </el-button>
    </EmptyList>
  </div>
  <StateNote
    v-else-if="!shown"
    kind="loading"
    title="Laying out the readings …"
  />
  <div
    v-else
    class="readings"
  >
    <header>
      <h1>Readings</h1>
      <nav aria-label="From here">
        <NuxtLink :to="`/workings/contact?job=${job.meta.id}`">
          Contact picture
        </NuxtLink>
        <NuxtLink :to="`/jobs/${job.meta.id}`">
          Back to the bench
        </NuxtLink>
      </nav>
    </header>
    <div class="columns">
      <section
        class="plate list"
        aria-label="Positions"
      >
        <table class="ruled">
          <thead>
            <tr>
              <th scope="col">
                Position
              </th><th
                scope="col"
                class="num"
              >
                As found
              </th><th
                scope="col"
                class="num"
              >
                As left
              </th><th
                scope="col"
                class="num"
              >
                Last overhaul
              </th>
            </tr>
          </thead>
          <tbody
            v-for="{ part, lines } in groups"
            :key="part.key"
          >
            <tr>
              <th
                colspan="4"
                scope="rowgroup"
                class="part"
              >
                {{ part.name }}
              </th>
            </tr>
            <tr
              v-for="line in lines"
              :key="line.position.key"
              :class="{ chosen: line.position.key === shown.position.key }"
            >
              <td>
                <button
                  class="name"
                  :aria-pressed="line.position.key === shown.position.key"
                  @click="pick(line.position.key)"
                >
                  {{ line.position.name }}
                </button>
              </td>
              <GlanceCell
                :value="line.found?.value"
                :quantity="line.position.quantity"
                :verdict="line.found?.verdict"
                :due="line.stages.includes('as-found')"
              />
              <GlanceCell
                :value="line.left?.value"
                :quantity="line.position.quantity"
                :verdict="line.left?.verdict"
                :due="line.stages.includes('as-left')"
              />
              <GlanceCell
                :value="line.last?.value"
                :quantity="line.position.quantity"
                :verdict="line.last?.verdict"
                :due="false"
              />
            </tr>
          </tbody>
        </table>
      </section>
      <section
        ref="entry"
        class="plate entry"
        aria-label="This position"
      >
        <h2>{{ shown.position.name }}</h2>
        <p class="quiet">
          {{ shown.position.instrument }} · U <span class="mono">{{ show(shown.position, shown.position.uncertainty) }}</span> · {{ shown.position.source }}
        </p>
        <div
          v-for="stage in shown.stages"
          :key="`${shown.position.key} ${stage}`"
          class="stage"
        >
          <p class="eyebrow">
            {{ STAGE_NAMES[stage] }}
          </p>
          <ReadingDuty
            :position-key="shown.position.key"
            :stage="stage"
          />
        </div>
        <p
          v-if="shown.last"
          class="last"
        >
          Job <span class="mono">{{ shown.last.jobNumber }}</span> left it at <span class="mono">{{ show(shown.position, shown.last.value) }}</span>.
        </p>
        <InstrumentDock
          v-if="bench.mayWork.value"
          class="instrument"
        />
      </section>
    </div>
    <FitTable
      v-if="fits.length"
      :fits="fits"
    />
  </div>
</template>

<style scoped>
.none { padding: 40px 12px; }
.readings { max-width: 1260px; margin: 0 auto; padding: 18px 20px; display: flex; flex-direction: column; gap: 14px; }
header { display: flex; justify-content: space-between; align-items: end; gap: 20px; }
nav { display: flex; gap: 20px; }
nav a { min-height: 44px; display: inline-flex; align-items: center; }
.columns { display: grid; grid-template-columns: minmax(0, 7fr) minmax(340px, 5fr); gap: 16px; align-items: start; }
.list { padding: 6px 4px 10px; }
.part { padding-top: 12px; color: var(--ink); letter-spacing: 0; text-transform: none; font-size: 17px; }
.name { min-height: 40px; padding: 0; background: none; border: 0; text-align: left; cursor: pointer; font-size: 15px; }
.name:hover { text-decoration: underline; text-underline-offset: 3px; }
tr.chosen td { background: var(--plate); }
tr.chosen td:first-child { box-shadow: inset 4px 0 var(--brass-line); }
.entry { padding: 16px 20px; position: sticky; top: 10px; }
.stage { margin-top: 12px; padding-top: 10px; border-top: 1px solid var(--rule); }
.stage :deep(h3) { display: none; }
.instrument { margin: 12px -20px 0; position: sticky; bottom: 0; background: var(--chalk); }
.last { margin-top: 12px; padding-top: 10px; border-top: 1px solid var(--rule); }
@media (max-width: 900px) { .columns { grid-template-columns: minmax(0, 1fr); } .list { overflow-x: auto; } .entry { position: static; order: -1; scroll-margin-top: 8px; } }
</style>
