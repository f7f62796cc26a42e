<script setup lang="ts">
import { ref } from 'vue'
import { formatQuantity, thousands } from '#core'
import type { OpenPart, PartIn, UnitParts } from '#shared/wire/fleet'
import { dueIn } from '../../ui/due-words'
import { dayOfMoment, moment } from '../../ui/moment'
import { runsInWords } from '../../ui/runs-in-words'

/** What is open on the parts of a machine, what is away, which new ones are in, and what was held for the cause. */
const { parts } = defineProps<{ parts: UnitParts }>()
/** A pump has two dozen gaskets and washers; what has a number comes first. */
const FIRST = 6
const isWhole = ref(false)
const inHours = (hours: number | null) => hours === null ? '' : `${thousands(hours)} h`
const value = ({ positionName, quantity, value }: OpenPart) =>
  positionName && quantity && value !== null ? `${positionName} ${formatQuantity(value, quantity)}` : ''
const end = ({ untilDay, untilHours }: OpenPart) => [
  untilDay && `until ${untilDay}, ${dueIn(untilDay).text}`, untilHours && `to ${inHours(untilHours)} of the machine`,
].filter(Boolean).join(', ')
</script>

<template>
  <section
    class="plate card"
    aria-label="Parts"
  >
    <template v-if="parts.open.length">
      <h2>Open on its parts</h2>
      <ul>
        <li
          v-for="one in parts.open"
          :key="`${one.what} ${one.part} ${one.at}`"
          class="open"
          :class="dueIn(one.untilDay).state"
        >
          <Icon :name="one.what === 'concession' ? 'ph:clock-countdown' : 'ph:eye'" />
          <span><b>{{ one.part }}</b> {{ one.what === 'concession' ? 'let run on' : 'to be looked at again' }}<template v-if="value(one)">, {{ value(one) }}</template>: {{ one.said }}<small class="quiet">{{ end(one) || 'no day said' }} · {{ one.by }}, job {{ one.job }}</small></span>
        </li>
      </ul>
    </template>
    <template v-if="parts.outside.length">
      <h2>At a shop outside</h2>
      <ul>
        <li
          v-for="one in parts.outside"
          :key="`${one.job} ${one.part}`"
        >
          <b>{{ one.count > 1 ? `${one.count} × ` : '' }}{{ one.part }}</b> <small class="quiet">since {{ moment(one.at) }}, job {{ one.job }}</small>
        </li>
      </ul>
    </template>
    <template v-if="parts.parts.length">
      <h2>Renewed so far</h2>
      <el-table
        :data="isWhole ? parts.parts : parts.parts.slice(0, FIRST)"
        :row-key="(row: PartIn) => row.part"
        aria-label="Parts that were renewed"
      >
        <el-table-column
          label="Part"
          min-width="180"
        >
          <template #default="{ row }">
            {{ (row as PartIn).part }}<small
              v-if="!(row as PartIn).isNew"
              class="quiet"
            >reworked</small>
          </template>
        </el-table-column>
        <el-table-column
          label="Serial or batch"
          min-width="150"
        >
          <template #default="{ row }">
            <span class="mono">{{ (row as PartIn).serial ?? (row as PartIn).lot ?? '—' }}</span><small
              v-if="(row as PartIn).before.length"
              class="quiet"
            >before: {{ runsInWords((row as PartIn).before) }}</small>
          </template>
        </el-table-column>
        <el-table-column
          label="In since"
          min-width="120"
        >
          <template #default="{ row }">
            <span class="mono">{{ dayOfMoment((row as PartIn).at) }}</span><small class="quiet">job {{ (row as PartIn).job }}</small>
          </template>
        </el-table-column>
        <el-table-column
          label="Has run"
          align="right"
          width="110"
        >
          <template #default="{ row }">
            <span class="mono">{{ inHours((row as PartIn).hours) || '—' }}</span>
          </template>
        </el-table-column>
      </el-table>
      <el-button
        v-if="parts.parts.length > FIRST && !isWhole"
        text
        class="more"
        @click="isWhole = true"
      >
        All {{ parts.parts.length }}
      </el-button>
    </template>
    <template v-if="parts.causes.length">
      <h2>Causes found</h2>
      <ul>
        <li
          v-for="one in parts.causes"
          :key="one.job"
        >
          <b v-if="one.cause">{{ one.cause }}: </b>{{ one.words }} <small class="quiet">{{ one.by }}, job {{ one.job }}, {{ dayOfMoment(one.at) }}</small>
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
.card { padding: 18px 22px; }
h2 { margin: 18px 0 8px; }
h2:first-child { margin-top: 0; }
ul { list-style: none; margin: 0; padding: 0; }
li { padding: 7px 0; border-top: 1px solid var(--rule); }
.open { display: grid; grid-template-columns: 24px 1fr; gap: 8px; padding-left: 10px; border-left: 4px solid var(--brass-line); background: var(--brass-tint); }
.open.late { border-left-color: var(--oxide); background: var(--oxide-tint); }
.open svg { margin-top: 3px; }
small { display: block; }
.more { min-height: 44px; color: var(--scribe); }
</style>
