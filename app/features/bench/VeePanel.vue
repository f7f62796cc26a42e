<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import { layOutVee, markChecked, markMade, partAccount, type Step, type VeeRow } from '#core'
import VeeChip from './VeeChip.vue'
import VeeGlance from './VeeGlance.vue'
import type { Bench } from './use-bench'

const { bench } = defineProps<{ bench: Bench }>()
const { job } = bench
const scroller = ref<HTMLElement>()

const vee = computed(() => layOutVee(job.sheet!))
const account = computed(() => new Map(partAccount(job.sheet!, job.state).map(line => [line.part.key, line])))
const doneCount = computed(() => Object.keys(job.state.done).length)

/** How far down the V a row lies, 0 … 1: the limbs come together. */
const depth = (i: number) => vee.value.rows.length > 1 ? i / (vee.value.rows.length - 1) : 0

/** What ties the two sides of a row: its marks and the bag with the pieces that are out. */
function tie(row: VeeRow): { text: string, state: 'open' | 'closed' | 'idle' } {
  const marks = row.on?.checks?.filter(mark => markMade(job.state, mark)) ?? []
  const bags = new Set((row.off?.removes ?? []).flatMap(piece => account.value.get(piece.part)?.bagged.map(bag => bag.tag) ?? []))
  const text = [...marks.map(mark => markChecked(job.state, mark)?.result === 'matches' ? `${mark}✓` : mark), ...bags].slice(0, 2).join(' ')
  if (bench.openKeys.value.has(row.rung!)) return { text, state: 'open' }
  return { text, state: bench.statusOf(row.on!) === 'done' ? 'closed' : 'idle' }
}
const tieOf = (row: VeeRow) => row.rung ? tie(row) : null

async function follow(step: Step | null): Promise<void> {
  if (!step) return
  await nextTick()
  scroller.value?.querySelector(`[data-step="${step.key}"]`)?.scrollIntoView({ block: 'center', behavior: 'instant' })
}
watch(() => bench.shown.value, step => void follow(step), { immediate: true })
</script>

<template>
  <section
    aria-label="The V of this job"
    class="panel"
  >
    <header>
      <span class="eyebrow">Off ↓</span>
      <VeeGlance
        :vee="vee"
        :bench="bench"
      />
      <span class="count mono">{{ doneCount }} of {{ job.sheet!.steps.length }} done<template v-if="bench.openKeys.value.size"> · {{ bench.openKeys.value.size }} {{ bench.openKeys.value.size === 1 ? 'rung' : 'rungs' }} open</template></span>
      <span class="eyebrow">On ↑</span>
    </header>
    <div
      ref="scroller"
      class="rows"
    >
      <div
        v-for="(row, i) in vee.rows"
        :key="i"
        class="row"
        :style="{ '--depth': depth(i) }"
      >
        <VeeChip
          v-if="row.off"
          :step="row.off"
          :bench="bench"
          limb="off"
        />
        <span v-else />
        <span
          v-if="row.rung"
          class="tie"
          :class="tieOf(row)!.state"
        ><span
          v-if="tieOf(row)!.text"
          class="mono"
        >{{ tieOf(row)!.text }}</span><span class="visually-hidden">rung {{ tieOf(row)!.state }}</span></span>
        <span v-else />
        <VeeChip
          v-if="row.on"
          :step="row.on"
          :bench="bench"
          limb="on"
        />
      </div>
      <p class="eyebrow floor-head">
        Floor
      </p>
      <div class="floor-steps">
        <VeeChip
          v-for="step in vee.floor"
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
header { display: flex; align-items: center; gap: 12px; padding: 8px 26px 6px 14px; border-bottom: 1px solid var(--rule); flex: none; }
.count { flex: 1; font-size: 12.5px; color: var(--slate); text-align: center; }
.rows { overflow-y: auto; padding: 8px 12px 14px; min-height: 0; flex: 1; scrollbar-width: thin; }
.row { display: grid; grid-template-columns: minmax(0, 1fr) calc(134px - var(--depth) * 64px) minmax(0, 1fr); align-items: center; padding-inline: calc(var(--depth) * 13%); margin-bottom: 4px; min-height: 32px; }
.tie { position: relative; display: flex; align-items: center; justify-content: center; align-self: stretch; font-size: 11.5px; }
.tie::before { content: ''; position: absolute; inset-inline: 0; top: 50%; border-top: 1px solid var(--rule); }
.tie.open::before { border-top: 3px solid var(--brass-line); margin-top: -1px; }
.tie.closed::before { border-top: 2px solid var(--verdigris); }
.tie .mono { position: relative; background: var(--chalk); padding: 0 3px; color: var(--slate); white-space: nowrap; }
.tie.open .mono { color: var(--brass); font-weight: 500; }
.floor-head { text-align: center; margin: 10px 0 6px; }
.floor-steps { display: grid; grid-template-columns: repeat(auto-fill, minmax(118px, 1fr)); gap: 4px; padding-inline: 6%; }
@media (pointer: coarse) { .row { min-height: 44px; } }
</style>
