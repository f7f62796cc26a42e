<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { groupByAssembly, isDone, markChecked, markMade, type VeeGroup, type VeeRow } from '#core'
import VeeChip from './VeeChip.vue'
import VeeGlance from './VeeGlance.vue'
import { afterPaint } from '../../../ui/after-paint'
import { useBench } from '../../../job/use-bench'

const bench = useBench()
const { job } = bench
const scroller = ref<HTMLElement>()
const folded = ref(false)
/** Groups that the person has unfolded by hand, by the key of their first row. */
const unfolded = ref(new Set<string>())

const account = computed(() => new Map(bench.account.value.map(line => [line.part.key, line])))
const doneCount = computed(() => bench.sheet.value.steps.filter(({ key }) => isDone(job.state, key)).length)

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

type Line
  = | { key: string; depth: number; row: VeeRow; tie: Tie | null }
    | { key: string; depth: number; group: VeeGroup; open: number; whole: boolean }
/** A row stays in sight when work can be done in it, something of it is out, or it is looked at. */
const matters = ({ off, on, rung }: VeeRow) => (rung !== undefined && bench.openKeys.value.has(rung))
  || [off, on].some(step => step && (step.key === bench.shown.value?.key || bench.statusOf(step) === 'next'))
const keyOf = ({ off, on }: VeeRow) => (off ?? on)!.key
const lines = computed<Line[]>(() => {
  const { rows } = bench.vee.value!
  // How far down the V a row lies, 0 … 1: the limbs come together.
  const depthOf = new Map(rows.map((row, i) => [row, rows.length > 1 ? i / (rows.length - 1) : 0]))
  const line = (row: VeeRow): Line => ({ key: keyOf(row), depth: depthOf.get(row)!, row, tie: tieOf(row) })
  if (!folded.value) return rows.map(line)
  return groupByAssembly(bench.sheet.value, rows).flatMap((group) => {
    const key = `group-${keyOf(group.rows[0]!)}`
    const whole = unfolded.value.has(key)
    const open = group.rows.filter(row => row.rung !== undefined && bench.openKeys.value.has(row.rung)).length
    return [{ key, depth: depthOf.get(group.rows[0]!)!, group, open, whole }, ...group.rows.filter(row => whole || matters(row)).map(line)]
  })
})

function toggle(key: string): void {
  unfolded.value = new Set(unfolded.value.has(key) ? [...unfolded.value].filter(other => other !== key) : [...unfolded.value, key])
}

function follow(): void {
  const frame = scroller.value
  const chip = frame?.querySelector(`[data-step="${bench.shown.value?.key}"]`)
  if (!frame || !chip) return
  // Within the V only: the page stays where the hand is.
  const [inside, around] = [chip.getBoundingClientRect(), frame.getBoundingClientRect()]
  frame.scrollTop += inside.top + inside.height / 2 - around.top - around.height / 2
}
onMounted(follow)
watch([() => bench.shown.value, folded], () => afterPaint(follow))
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
      />
      <span class="count mono">{{ doneCount }} of {{ bench.sheet.value.steps.length }} done<template v-if="bench.openKeys.value.size"> · {{ bench.openKeys.value.size }} open</template></span>
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
          v-if="'group' in line"
          class="fold"
          :style="{ '--depth': line.depth }"
          :aria-expanded="line.whole"
          @click="toggle(line.key)"
        >
          <Icon :name="line.whole ? 'ph:caret-down' : 'ph:caret-right'" />
          {{ line.group.assembly ?? 'Make safe and record' }}
          <small><span class="mono">{{ line.group.rows.length }}</span> {{ line.group.rows.length === 1 ? 'row' : 'rows' }}<template v-if="line.open"> · <span class="mono">{{ line.open }}</span> open</template></small>
        </button>
        <div
          v-else
          class="row"
          :style="{ '--depth': line.depth }"
        >
          <VeeChip
            v-if="line.row.off"
            :step="line.row.off"
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
          limb="floor"
        />
      </div>
    </div>
  </section>
</template>

<style scoped>
.panel { display: flex; flex-direction: column; min-height: 0; }
header { display: flex; align-items: center; gap: 12px; padding: 2px 26px 2px 14px; border-bottom: 1px solid var(--rule); flex: none; }
.count { flex: 1; font-size: 12.5px; color: var(--slate); text-align: center; }
.fold-all { min-height: var(--target); padding: 0 10px; background: none; border: 1px solid var(--rule-strong); color: var(--ink); font: 500 15px var(--label); cursor: pointer; }
.rows { overflow-y: auto; padding: 8px 12px 14px; min-height: 0; flex: 1; scrollbar-width: thin; contain: strict; }
.row { display: grid; grid-template-columns: minmax(0, 1fr) calc(134px - var(--depth) * 64px) minmax(0, 1fr); align-items: center; padding-inline: calc(var(--depth) * 13%); margin-bottom: 4px; min-height: 32px; content-visibility: auto; contain-intrinsic-size: auto 36px; }
.fold { display: flex; align-items: center; gap: 8px; width: calc(100% - var(--depth) * 26%); margin: 4px auto; padding: 0 12px; min-height: 36px; border: 0; border-top: 1px solid var(--rule-strong); background: var(--plate); color: var(--ink); font: 600 16px var(--label); text-align: left; cursor: pointer; }
.fold small { margin-left: auto; color: var(--slate); font: 400 13px var(--text); }
.tie { position: relative; display: flex; align-items: center; justify-content: center; align-self: stretch; font-size: 11.5px; }
.tie::before { content: ''; position: absolute; inset-inline: 0; top: 50%; border-top: 1px solid var(--rule); }
.tie.open::before { border-top: 3px solid var(--brass-line); margin-top: -1px; }
.tie.closed::before { border-top: 2px solid var(--verdigris); }
.tie .mono { position: relative; background: var(--chalk); padding: 0 3px; color: var(--slate); white-space: nowrap; }
.tie.open .mono { color: var(--brass); font-weight: 500; }
.floor-head { text-align: center; margin: 10px 0 6px; }
.floor-steps { display: grid; grid-template-columns: repeat(auto-fill, minmax(118px, 1fr)); gap: 4px; padding-inline: 6%; }
@media (max-width: 640px) {
  header { gap: 8px; padding-inline: 10px; }
  header > :deep(svg) { display: none; }
  .count { white-space: nowrap; }
}
@media (pointer: coarse) {
  .row, .fold { min-height: 44px; }
  .row { margin-bottom: 2px; }
  .fold-all { min-height: 44px; }
}
</style>
