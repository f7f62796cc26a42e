<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import { markChecked, markMade, type Step, type VeeRow } from '#core'
import VeeChip from './VeeChip.vue'
import VeeGlance from './VeeGlance.vue'
import type { Bench } from './use-bench'

const { bench } = defineProps<{ bench: Bench }>()
const { job } = bench
const scroller = ref<HTMLElement>()
const folded = ref(false)

const account = computed(() => new Map(bench.account.value.map(line => [line.part.key, line])))
const doneCount = computed(() => Object.keys(job.state.done).length)

interface Tie { text: string, state: 'open' | 'closed' | 'idle' }
/** What ties the two sides of a row: its marks and the bag with the pieces that are out. */
function tieOf(row: VeeRow): Tie | null {
  if (!row.rung) return null
  const marks = row.on?.checks?.filter(mark => markMade(job.state, mark)) ?? []
  const bags = new Set((row.off?.removes ?? []).flatMap(piece => account.value.get(piece.part)?.bagged.map(bag => bag.tag) ?? []))
  const text = [...marks.map(mark => markChecked(job.state, mark)?.result === 'matches' ? `${mark}✓` : mark), ...bags].slice(0, 2).join(' ')
  if (bench.openKeys.value.has(row.rung)) return { text, state: 'open' }
  return { text, state: bench.statusOf(row.on!) === 'done' ? 'closed' : 'idle' }
}

type Line = { key: string, depth: number, row: VeeRow, tie: Tie | null } | { key: string, depth: number, fold: number, text: string }
/** A row stays in sight when work can be done in it, something of it is out, or it is looked at. */
const matters = ({ off, on, rung }: VeeRow) => (rung !== undefined && bench.openKeys.value.has(rung))
  || [off, on].some(step => step && (step.key === bench.shown.value?.key || bench.statusOf(step) === 'next'))
const lines = computed<Line[]>(() => {
  const { rows } = bench.vee.value!
  // How far down the V a row lies, 0 … 1: the limbs come together.
  const depth = (i: number) => rows.length > 1 ? i / (rows.length - 1) : 0
  const all: Line[] = []
  for (let i = 0; i < rows.length;) {
    let end = i
    while (folded.value && end < rows.length && !matters(rows[end]!)) end++
    if (end > i) {
      const names = [rows[i]!, rows[end - 1]!].map(row => row.off?.stage ?? row.on!.stage)
      all.push({ key: `fold-${i}`, depth: depth(i), fold: end - i, text: [...new Set(names)].join(' … ').replaceAll('-', ' ') })
      i = end
    } else {
      all.push({ key: `row-${i}`, depth: depth(i), row: rows[i]!, tie: tieOf(rows[i]!) })
      i += 1
    }
  }
  return all
})

async function follow(step: Step | null): Promise<void> {
  if (!step) return
  await nextTick()
  scroller.value?.querySelector(`[data-step="${step.key}"]`)?.scrollIntoView({ block: 'center', behavior: 'instant' })
}
watch([() => bench.shown.value, folded], ([step]) => void follow(step), { immediate: true })
</script>

<template>
  <section
    aria-label="The V of this job"
    class="panel"
  >
    <header>
      <span class="eyebrow">Off ↓</span>
      <VeeGlance
        :vee="bench.vee.value!"
        :bench="bench"
      />
      <span class="count mono">{{ doneCount }} of {{ bench.sheet.value!.steps.length }} done<template v-if="bench.openKeys.value.size"> · {{ bench.openKeys.value.size }} open</template></span>
      <button
        class="fold-all"
        :aria-pressed="folded"
        @click="folded = !folded"
      >
        {{ folded ? 'Unfold' : 'Fold' }}
      </button>
      <span class="eyebrow">On ↑</span>
    </header>
    <div
      ref="scroller"
      class="rows"
    >
      <template
        v-for="line in lines"
        :key="line.key"
      >
        <button
          v-if="'fold' in line"
          class="fold"
          :style="{ '--depth': line.depth }"
          @click="folded = false"
        >
          <span class="mono">{{ line.fold }}</span> {{ line.fold === 1 ? 'row' : 'rows' }} · {{ line.text }}
        </button>
        <div
          v-else
          class="row"
          :style="{ '--depth': line.depth }"
        >
          <VeeChip
            v-if="line.row.off"
            :step="line.row.off"
            :bench="bench"
            limb="off"
          />
          <span v-else />
          <span
            v-if="line.tie"
            class="tie"
            :class="line.tie.state"
          ><span
            v-if="line.tie.text"
            class="mono"
          >{{ line.tie.text }}</span><span class="visually-hidden">rung {{ line.tie.state }}</span></span>
          <span v-else />
          <VeeChip
            v-if="line.row.on"
            :step="line.row.on"
            :bench="bench"
            limb="on"
          />
        </div>
      </template>
      <p class="eyebrow floor-head">
        Floor
      </p>
      <div class="floor-steps">
        <VeeChip
          v-for="step in bench.vee.value!.floor"
          :key="step.key"
          :step="step"
          :bench="bench"
          limb="floor"
        />
      </div>
    </div>
  </section>
</template>

<style scoped>
.panel { display: flex; flex-direction: column; min-height: 0; }
header { display: flex; align-items: center; gap: 12px; padding: 4px 26px 4px 14px; border-bottom: 1px solid var(--rule); flex: none; }
.count { flex: 1; font-size: 12.5px; color: var(--slate); text-align: center; }
.fold-all { min-height: var(--target); padding: 0 10px; background: none; border: 1px solid var(--rule-strong); color: var(--ink); font: 500 15px var(--label); cursor: pointer; }
.rows { overflow-y: auto; padding: 8px 12px 14px; min-height: 0; flex: 1; scrollbar-width: thin; contain: strict; }
.row { display: grid; grid-template-columns: minmax(0, 1fr) calc(134px - var(--depth) * 64px) minmax(0, 1fr); align-items: center; padding-inline: calc(var(--depth) * 13%); margin-bottom: 4px; min-height: 32px; content-visibility: auto; contain-intrinsic-size: auto 36px; }
.fold { display: block; width: calc(100% - var(--depth) * 26%); margin: 0 auto 4px; min-height: 36px; border: 1px dashed var(--rule-strong); background: var(--plate); color: var(--slate); font-size: 13.5px; cursor: pointer; }
.tie { position: relative; display: flex; align-items: center; justify-content: center; align-self: stretch; font-size: 11.5px; }
.tie::before { content: ''; position: absolute; inset-inline: 0; top: 50%; border-top: 1px solid var(--rule); }
.tie.open::before { border-top: 3px solid var(--brass-line); margin-top: -1px; }
.tie.closed::before { border-top: 2px solid var(--verdigris); }
.tie .mono { position: relative; background: var(--chalk); padding: 0 3px; color: var(--slate); white-space: nowrap; }
.tie.open .mono { color: var(--brass); font-weight: 500; }
.floor-head { text-align: center; margin: 10px 0 6px; }
.floor-steps { display: grid; grid-template-columns: repeat(auto-fill, minmax(118px, 1fr)); gap: 4px; padding-inline: 6%; }
@media (pointer: coarse) { .row, .fold { min-height: 44px; } }
</style>
