<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, onBeforeUnmount, onMounted } from 'vue'
import { coversCalibration, decimalsFor } from '#core'
import { serialPlace } from '../../net/serial-line'
import { serverNow } from '../../net/server-clock'
import { useDockStore } from '../../net/dock-store'
import { useInstrumentStore } from '../../net/instrument-store'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'
import { inUnits } from '../../ui/in-units'
import { dayOf } from '../../ui/moment'
import RefusalNote from '../../ui/RefusalNote.vue'
import ScanButton from '../../ui/ScanButton.vue'
import HandPanel from './HandPanel.vue'

/** The instrument in hand: what it shows, large; take puts it into the cell in hand, and the next cell follows. */
const emit = defineEmits<{ taken: [] }>()
const dock = useDockStore()
const register = useInstrumentStore()
/** What is engraved or stuck on an instrument is its tag. */
const tagOf = (code: string) => rows.value.find(({ one }) => one.tag === code.trim().toUpperCase())?.one.tag
onMounted(() => {
  dock.keep()
  void dock.load()
})
onBeforeUnmount(() => dock.letGoSoon())

/** Those that measure what is wanted now come first. */
const rows = computed(() => {
  const wanted = dock.target?.quantity
  const linked = new Map((dock.links?.links ?? []).map(link => [link.tag, link]))
  const cable = serialPlace() ? register.instruments.filter(one => one.linePattern) : []
  return [
    ...register.instruments.filter(one => linked.has(one.tag)).map(one => ({ one, by: linked.get(one.tag)!, cable: false })),
    ...cable.filter(one => !linked.has(one.tag)).map(one => ({ one, by: null, cable: true })),
  ].sort((a, b) => Number(b.one.quantity === wanted) - Number(a.one.quantity === wanted))
})
const choices = computed(() => [
  { value: '', label: 'typed by hand' },
  ...rows.value.map(({ one, by, cable }) => ({
    value: one.tag,
    label: `${one.tag} · ${one.name}${cable ? ' · by its cable' : by?.by && !by.mine ? ` · with ${by.by}` : ''}`,
  })),
])
async function choose(tag: string) {
  const row = rows.value.find(({ one }) => one.tag === tag)
  if (!row) return dock.letGo()
  await (row.cable ? dock.plugIn(row.one) : dock.choose(tag))
  if (dock.tag) emit('taken')
}

const figure = computed(() => {
  const value = dock.held ?? dock.shown?.value
  return value === undefined || !dock.row ? '–' : inUnits(value, dock.row.quantity, decimalsFor(dock.row.step))
})
const state = computed(() => {
  if (dock.held !== null) return { sign: '■', words: 'held' }
  switch (dock.shown?.status) {
    case undefined: return { sign: '○', words: dock.link.state === 'open' ? 'measures nothing' : 'not heard' }
    case 'over': return { sign: '▲', words: 'above its range' }
    case 'under': return { sign: '▼', words: 'below its range' }
    case 'battery': return { sign: '◧', words: 'battery low' }
    case 'fault': return { sign: '✕', words: 'says it is faulty' }
    case 'peak': return { sign: '●', words: 'greatest of the pull' }
    default: return dock.rest === null ? { sign: '◌', words: 'moves' } : { sign: '●', words: 'rests' }
  }
})
const over = computed(() => dock.row && !coversCalibration(dock.row.calibratedUntil, serverNow().toISOString()) ? dayOf(dock.row.calibratedUntil) : '')
const where = computed(() => {
  if (!dock.target) return 'No cell in hand'
  return dock.fits ? `Take into ${dock.target.label}` : `${dock.target.label} wants another kind`
})

// The foot switch takes before it does anything else in the step.
useEventListener(window, 'keydown', (event) => {
  if (event.key !== 'PageDown' || !dock.take()) return
  event.preventDefault()
  event.stopImmediatePropagation()
}, { capture: true })
</script>

<template>
  <section
    class="dock"
    aria-label="Instrument"
  >
    <div class="line">
      <ChoiceSelect
        label="Instrument in hand"
        filterable
        :model-value="dock.tag"
        :choices="choices"
        @update:model-value="choose"
      />
      <ScanButton
        v-if="!dock.tag && rows.length"
        label="Scan an instrument with the camera"
        title="Scan an instrument"
        :accepts="code => tagOf(code) !== undefined"
        @read="code => choose(tagOf(code)!)"
      />
      <template v-if="dock.tag">
        <output
          class="figure mono"
          :class="{ rests: dock.value !== null && !dock.isBeyond }"
          aria-live="off"
        >{{ figure }}</output>
        <span class="state"><i aria-hidden="true">{{ state.sign }}</i> {{ state.words }}</span>
      </template>
      <span
        v-else-if="!rows.length"
        class="quiet"
      >No instrument has a line here: one that types, or your own eyes.</span>
    </div>
    <template v-if="dock.tag">
      <p
        v-if="dock.link.sentence || over"
        class="warn"
        role="status"
      >
        <Icon name="ph:warning" /> {{ dock.link.sentence || `The calibration of ${dock.tag} ended on ${over}.` }}
      </p>
      <el-progress
        v-if="dock.sweep"
        :percentage="Math.min(100, Math.round(dock.turnedDeg / 3.6))"
        :stroke-width="14"
        :format="() => `${Math.round(dock.turnedDeg)}° of 360°`"
      />
      <div
        v-if="!dock.target?.pulls"
        class="deeds"
      >
        <el-button
          v-if="dock.target?.turn && dock.shown?.angleDeg !== undefined && !dock.sweep"
          type="primary"
          class="take"
          @mousedown.prevent
          @click="dock.beginSweep()"
        >
          Sweep one turn
        </el-button>
        <el-button
          v-if="!dock.sweep"
          type="primary"
          class="take"
          :plain="dock.target?.turn !== undefined"
          :disabled="!dock.canTake"
          @mousedown.prevent
          @click="dock.take()"
        >
          {{ where }}
        </el-button>
        <el-button
          :aria-pressed="dock.held !== null"
          :disabled="!dock.shown && dock.held === null"
          @mousedown.prevent
          @click="dock.hold()"
        >
          Hold
        </el-button>
        <el-button
          v-if="dock.way === 'link'"
          :disabled="!dock.shown"
          @mousedown.prevent
          @click="dock.zero()"
        >
          Zero
        </el-button>
      </div>
      <HandPanel
        v-if="dock.links?.simulated && dock.way === 'link'"
        @mousedown.prevent
      />
    </template>
    <p
      v-if="dock.typed"
      class="warn"
      role="status"
    >
      {{ dock.typed }}
    </p>
    <RefusalNote :text="dock.problem" />
  </section>
</template>

<style scoped>
.dock { padding: 6px 20px; border-top: 1px solid var(--rule); display: flex; flex-direction: column; gap: 6px; flex: none; }
.line { display: flex; flex-wrap: wrap; gap: 4px 12px; align-items: center; }
.line .el-select { flex: 1 1 150px; max-width: 300px; min-width: 0; }
.figure { font-size: 30px; line-height: 1.1; color: var(--slate); min-width: 7ch; text-align: right; white-space: nowrap; }
.figure.rests { color: var(--ink); font-weight: 600; }
.state { font: 600 16px var(--label); }
.state i { font-style: normal; display: inline-block; width: 1.2em; }
.deeds { display: flex; flex-wrap: wrap; gap: 6px; }
.deeds .el-button + .el-button { margin-left: 0; }
.take { flex: 1 1 190px; min-height: 52px; font-size: 18px; white-space: normal; }
.warn { color: var(--brass); font-weight: 500; }
</style>
