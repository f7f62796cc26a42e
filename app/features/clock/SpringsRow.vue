<script setup lang="ts">
import { computed, ref } from 'vue'
import { DomainError, parseQuantity, springSet, type EvidenceItem, type SpringSet } from '#core'
import { useBench } from '../../job/use-bench'
import { inUnits } from '../../ui/in-units'
import RefusalNote from '../../ui/RefusalNote.vue'

/** Springs of a set laid in a row: one line a spring, to be compared at a glance. */
const { item } = defineProps<{ item: EvidenceItem }>()
const bench = useBench()
const { job } = bench
const typed = ref('')
const fresh = ref('')
const laid = computed(() => job.state.springsLaid.findLast(one => one.part === item.part.key && one.place === item.place))
const read = (text: string) => parseQuantity(text, 'length', { bareUnit: 'mm' }).value
const lengths = (text: string) => text.split(/[;\s]+/).filter(Boolean).map(read)

interface Row { set: SpringSet, lengthsMm: readonly number[], freshMm: number | undefined }
const rowOf = (lengthsMm: readonly number[], freshMm: number | undefined): Row => ({
  set: springSet(lengthsMm.map(freeLengthMm => ({ freeLengthMm })), freshMm === undefined ? undefined : { freeLengthMm: freshMm }),
  lengthsMm, freshMm,
})
const entered = computed<{ row: Row | null, problem: string }>(() => {
  if (!typed.value.trim()) return { row: null, problem: '' }
  try {
    return { row: rowOf(lengths(typed.value), fresh.value.trim() ? read(fresh.value) : undefined), problem: '' }
  } catch (error) {
    if (error instanceof DomainError) return { row: null, problem: error.message }
    throw error
  }
})
const shown = computed<Row | null>(() => entered.value.row ?? (laid.value ? rowOf(laid.value.lengthsMm, laid.value.freshMm) : null))
const longest = computed(() => Math.max(shown.value?.freshMm ?? 0, ...shown.value?.lengthsMm ?? [1]))
function lay(): void {
  const { row } = entered.value
  if (!row) return
  const said = job.act('springs-laid', {
    part: item.part.key, ...item.place ? { place: item.place } : {}, lengthsMm: [...row.lengthsMm],
    ...row.freshMm ? { freshMm: row.freshMm } : {},
  })
  if (said) typed.value = ''
}
</script>

<template>
  <section
    class="springs"
    aria-label="Springs in a row"
  >
    <h3>In a row</h3>
    <ol v-if="shown">
      <li
        v-for="(length, i) in shown.lengthsMm"
        :key="i"
        :class="{ out: shown.set.outliers.includes(i) }"
      >
        <span class="mono">{{ i + 1 }}</span>
        <span class="track"><span
          class="bar"
          :style="{ width: `${length / longest * 100}%` }"
        /><span
          v-if="shown.freshMm"
          class="fresh"
          :style="{ left: `${shown.freshMm / longest * 100}%` }"
        /></span>
        <span class="mono">{{ inUnits(length, 'length', 2) }}</span>
        <span>{{ shown.set.outliers.includes(i) ? '◆ not like the others' : '' }}</span>
      </li>
    </ol>
    <p
      v-if="shown"
      class="quiet"
    >
      Spread {{ inUnits(shown.set.spreadMm, 'length', 2) }}, median {{ inUnits(shown.set.medianMm, 'length', 2) }}<template v-if="laid && !entered.row">
        · {{ laid.by }}
      </template>
    </p>
    <form
      v-if="bench.mayWork.value"
      @submit.prevent="lay"
    >
      <el-input
        v-model="typed"
        class="mono"
        aria-label="Free lengths"
        placeholder="12.1; 12.2; 11.4"
      />
      <el-input
        v-model="fresh"
        class="mono short"
        aria-label="A new one"
        placeholder="new"
      />
      <el-button
        native-type="submit"
        :disabled="!entered.row"
      >
        Write the row
      </el-button>
    </form>
    <RefusalNote :text="entered.problem" />
  </section>
</template>

<style scoped>
.springs { border-top: 1px solid var(--rule); padding-top: 10px; }
li { display: grid; grid-template-columns: 26px 1fr 90px max-content; gap: 8px; align-items: center; padding: 3px 0; }
.track { position: relative; height: 14px; background: var(--paper); }
.bar { display: block; height: 100%; background: var(--verdigris); }
.out .bar { background: var(--oxide); }
.out { color: var(--oxide); font-weight: 500; }
.fresh { position: absolute; top: -2px; bottom: -2px; border-left: 2px dashed var(--ink); }
form { display: flex; gap: 8px; margin-top: 8px; }
.short { max-width: 90px; }
@media print { form { display: none; } }
</style>
