<script setup lang="ts">
import { computed } from 'vue'
import { AS_IT_SHOULD, type JobState, type Stamp } from '#core'
import { moment } from '../../ui/moment'

/**
 * Where the work took a turn: ways signed, waits cut, steps gone back to, stuck parts, what the hands felt, pieces sent out or written
 * off.
 */
const { state } = defineProps<{ state: JobState }>()

const line = (stamp: Stamp, what: string) => ({ event: stamp.event, n: stamp.n, what, by: stamp.by, at: stamp.at })
const turns = computed(() =>
  [
    ...Object.entries(state.ways).map(([choice, way]) =>
      line(way, `Way "${way.way}" for ${choice}${way.reason ? `, against the readings: ${way.reason}` : ''}`),
    ),
    ...Object.entries(state.waitsCut).map(([step, cut]) => line(cut, `Started ${step} before its time: ${cut.reason}`)),
    ...state.wentBack.map(back =>
      line(back, `Back to ${back.step}: ${back.reason} (${Object.keys(back.reopened.done ?? {}).length} steps opened again)`),
    ),
    ...state.tried.map(entry =>
      line(entry, `Extraction at ${entry.step}, rung ${entry.rung + 1}: ${entry.moved ? 'it moved' : 'it did not move'}`),
    ),
    ...state.handChecks
      .filter(check => check.answer !== AS_IT_SHOULD)
      .map(check => line(check, `Hand check ${check.check} at ${check.step}: ${check.answer}`)),
    ...state.moves
      .filter(move => move.to === 'scrapped' || move.to === 'outside' || move.from === 'kit')
      .map(move => line(move, `${move.count} × ${move.part}: ${move.from} to ${move.to}${move.reason ? `, ${move.reason}` : ''}`)),
  ].sort((a, b) => a.n - b.n),
)
</script>

<template>
  <section
    v-if="turns.length"
    class="plate card"
  >
    <h2>Turns of the work</h2>
    <ul>
      <li
        v-for="turn in turns"
        :key="turn.event"
      >
        {{ turn.what }} <small class="quiet">{{ turn.by }}, {{ moment(turn.at) }}</small>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.card { padding: 16px 20px; }
h2 { margin-bottom: 8px; }
li { padding: 5px 0; border-top: 1px solid var(--rule); }
</style>
