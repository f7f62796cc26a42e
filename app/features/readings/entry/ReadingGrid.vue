<script setup lang="ts">
import { computed, ref } from 'vue'
import { KINDS, placeOf } from '#core'
import type { ReadingRow } from '#shared/wire/types'
import { useDockStore } from '../../../net/dock-store'
import { useCellInHand } from './use-cell-in-hand'
import type { ReadingEntry } from './use-reading-entry'

/** The cells of a reading, by station and plane: typed in, or as they stand. A run-out goes down the turn, station by station. */
const { entry, disabled, last } = defineProps<{ entry: ReadingEntry, disabled: boolean, last?: ReadingRow | undefined }>()
const emit = defineEmits<{ last: [] }>()
const { position, stored, before, editing, typed, cells, show } = entry
const grid = ref<HTMLElement>()

const dock = useDockStore()
const aimAt = useCellInHand(entry, grid)
/** Enter goes on to the next cell, and from the last one stores: hands stay on the gauge. Into an empty cell it takes what the gauge shows. */
function enter(event: KeyboardEvent) {
  const input = event.target as HTMLInputElement
  if (!input.value.trim() && dock.take()) return
  const inputs = [...grid.value!.querySelectorAll('input')]
  const next = inputs[inputs.indexOf(input) + 1]
  if (next) next.focus()
  else emit('last')
}
/** A table says its unit once, in its corner. */
const isTable = computed(() => position.value.planes.length > 1)
const unit = computed(() => KINDS[position.value.quantity].base)
const bare = (value: number) => show(value, true)
/** What stands beside a cell that is being filled: as found, what the last overhaul left there; as left, what was found. */
const earlier = computed(() => {
  const values = before.value?.values ?? last?.values
  const { stations, planes } = position.value
  return values?.length === stations.length && values.every(row => row.length === planes.length) ? values : null
})
const placeName = (s: number, p: number) => `${position.value.name}, ${placeOf(position.value, s, p)}`
</script>

<template>
  <div
    ref="grid"
    class="grid"
    :class="{ turned: position.method === 'run-out' }"
    :style="{ '--planes': position.planes.length, '--stations': position.stations.length }"
  >
    <template v-if="position.planes.length > 1">
      <span class="head">{{ editing ? '' : unit }}</span>
      <span
        v-for="plane in position.planes"
        :key="plane"
        class="head"
      >{{ plane }}</span>
    </template>
    <template
      v-for="(station, s) in position.stations"
      :key="station"
    >
      <span class="station">{{ station }}</span>
      <template
        v-for="(plane, p) in position.planes"
        :key="plane"
      >
        <span
          v-if="editing && typed[s]"
          class="entry"
          :class="{ narrow: position.planes.length > 2 }"
        >
          <input
            v-model="typed[s]![p]"
            class="cell mono"
            :class="{ bad: cells[s]?.[p]?.sentence }"
            :aria-label="placeName(s, p)"
            :aria-invalid="!!cells[s]?.[p]?.sentence"
            :placeholder="unit"
            inputmode="decimal"
            autocomplete="off"
            :disabled="disabled"
            @focus="aimAt(s, p, $event.target as HTMLInputElement)"
            @keydown.enter.prevent="enter"
          >
          <small
            v-if="earlier"
            class="earlier mono"
          >{{ bare(earlier[s]![p]!) }}</small>
        </span>
        <span
          v-else-if="stored"
          class="value mono"
        >{{ isTable ? bare(stored.values[s]![p]!) : show(stored.values[s]![p]!) }}<small
          v-if="before"
          class="quiet"
        > was {{ bare(before.values[s]![p]!) }}</small></span>
      </template>
    </template>
  </div>
</template>

<style scoped>
.grid { display: grid; grid-template-columns: minmax(90px, auto) repeat(var(--planes), minmax(64px, 1fr)); gap: 5px 8px; align-items: center; margin-top: 8px; overflow-x: auto; }
.turned { grid-auto-flow: column; grid-template-columns: minmax(48px, auto); grid-auto-columns: minmax(64px, 1fr); grid-template-rows: repeat(calc(var(--planes) + 1), auto); }
.head { font: 600 13px var(--label); color: var(--slate); }
.grid:not(.turned) .head:not(:first-child) { text-align: right; }
.station { font-size: 14px; }
.turned .station { align-self: end; text-align: right; line-height: 1.15; }
.entry { position: relative; display: block; }
.earlier { position: absolute; left: 9px; top: 0; line-height: var(--target); color: var(--slate); font-size: 12.5px; pointer-events: none; }
.narrow .earlier { position: static; display: block; line-height: 1.3; text-align: right; padding-right: 10px; }
.cell { width: 100%; min-height: var(--target); padding: 0 10px; border: 1px solid var(--rule-strong); background: var(--chalk); color: var(--ink); font-size: 17px; text-align: right; }
.cell.bad { border: 2px solid var(--oxide); }
.value { text-align: right; font-size: 16px; padding: 4px 0; }
</style>
