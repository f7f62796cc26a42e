<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { closeBlockers, dispositionOf, isDone, stepNumber } from '#core'
import type { Bench } from '../bench/use-bench'
import BagFinder from './BagFinder.vue'
import LooseParts from './LooseParts.vue'

const { bench } = defineProps<{ bench: Bench }>()
const emit = defineEmits<{ closeJob: [], account: [], help: [] }>()
const { job, account, sheet } = bench

const out = computed(() => account.value.reduce((sum, line) => sum + line.out, 0))
const total = computed(() => job.sheet!.parts.reduce((sum, part) => sum + part.count, 0))
/** The bags with what is in them and the first step, not done yet, that puts some of it back. */
const bags = computed(() => {
  const byTag = new Map<string, { contents: string[], parts: Set<string> }>()
  for (const { part, bagged } of account.value) {
    for (const { tag, count } of bagged) {
      const bag = byTag.get(tag) ?? { contents: [], parts: new Set() }
      bag.contents.push(`${count > 1 ? `${count} × ` : ''}${part.name}`)
      bag.parts.add(part.key)
      byTag.set(tag, bag)
    }
  }
  return [...byTag].map(([tag, { contents, parts }]) => ({
    tag, contents, back: sheet.value!.steps.find(step => !isDone(job.state, step.key) && step.refits?.some(piece => parts.has(piece.part))),
  })).sort((a, b) => a.tag.localeCompare(b.tag, undefined, { numeric: true }))
})
const newOnes = computed(() => account.value.filter(({ part, out }) => part.neverAgain && out > 0 && dispositionOf(job.state, part.key)?.disposition !== 'replace').map(line => line.part.name))
const blockerCount = computed(() => closeBlockers(job.sheet!, job.state).length)

const found = ref<string | null>(null)
/** A bag that was found, or that the step at hand needs, comes into sight. */
function bringIntoSight() {
  const tag = found.value ?? [...bench.wantedBags.value][0]
  if (tag) document.getElementById(`bag-${tag}`)?.scrollIntoView({ block: 'nearest' })
}
watch([found, bench.wantedBags], bringIntoSight, { flush: 'post' })
onMounted(bringIntoSight)
watch(() => bench.shown.value?.key, () => { found.value = null })
const labels = (paper: string) => `/api/jobs/${job.meta!.id}/labels?paper=${paper}`
</script>

<template>
  <aside
    class="panel"
    aria-label="Tray"
  >
    <header>
      <span class="eyebrow">Tray</span>
      <button
        class="mono link"
        :aria-label="`${out} of ${total} out: account of parts`"
        @click="emit('account')"
      >
        {{ out }} of {{ total }} out
      </button>
    </header>
    <BagFinder
      v-model="found"
      :job-number="job.meta!.number"
      :tags="bags.map(bag => bag.tag)"
    />
    <div
      class="body"
      role="region"
      aria-label="What is out"
      tabindex="0"
    >
      <LooseParts :bench="bench" />
      <p
        v-if="!out"
        class="quiet empty"
      >
        Nothing is out of the machine.
      </p>
      <ul
        v-if="bags.length"
        aria-label="Bags"
      >
        <li
          v-for="entry in bags"
          :id="`bag-${entry.tag}`"
          :key="entry.tag"
          class="bag"
          :class="{ found: found === entry.tag, wanted: bench.wantedBags.value.has(entry.tag) }"
        >
          <span class="mono">{{ entry.tag }}<small v-if="bench.wantedBags.value.has(entry.tag)">for this step</small></span>
          <span
            v-for="content in entry.contents"
            :key="content"
          >{{ content }}</span>
          <button
            v-if="found === entry.tag && entry.back"
            class="link"
            @click="bench.look(entry.back)"
          >
            Goes back at step {{ stepNumber(job.sheet!, entry.back) }}: {{ entry.back.short ?? entry.back.title }}
          </button>
        </li>
      </ul>
    </div>
    <footer>
      <p class="eyebrow">
        Still above you
      </p>
      <ul class="still">
        <li v-if="bench.openKeys.value.size">
          Rungs to close: {{ bench.openKeys.value.size }}
        </li>
        <li v-if="newOnes.length">
          New parts to fit: {{ newOnes.length }} kinds
        </li>
        <li v-if="bench.debts.value.length">
          Owed: {{ bench.debts.value.map(debt => debt.text).join('; ') }}
        </li>
        <li v-if="bench.risks.value.length">
          Marks in danger: {{ bench.risks.value.map(risk => risk.mark.key).join(', ') }}
        </li>
        <li>In the way of closing: {{ blockerCount }}</li>
      </ul>
      <p class="links">
        <NuxtLink
          v-if="bench.sheet.value!.positions.length"
          :to="`/jobs/${job.meta!.id}/readings`"
        >
          Readings
        </NuxtLink>
        <button
          class="link keys"
          aria-label="Keys of the bench"
          @click="emit('help')"
        >
          ? keys
        </button>
      </p>
      <p
        v-if="bags.length"
        class="links"
      >
        Labels <a
          :href="labels('a4')"
          target="_blank"
          aria-label="Labels on A4"
        >A4</a> <a
          :href="labels('tape')"
          target="_blank"
          aria-label="Labels on 62 mm tape"
        >62 mm tape</a>
      </p>
      <el-button
        v-if="!job.state.closed && bench.session.may('job:close')"
        class="close"
        @click="emit('closeJob')"
      >
        Close the job …
      </el-button>
    </footer>
  </aside>
</template>

<style scoped>
.panel { display: flex; flex-direction: column; min-height: 0; }
header { display: flex; align-items: center; justify-content: space-between; padding: 11px 22px 8px 14px; border-bottom: 1px solid var(--rule); font-size: 13px; }
.body { flex: 1; overflow-y: auto; padding: 8px 10px; min-height: 0; scrollbar-width: thin; }
.link { background: none; border: 0; padding: 0; color: var(--scribe); text-decoration: underline; cursor: pointer; min-height: 32px; }
.links { display: flex; gap: 4px 12px; flex-wrap: wrap; align-items: center; font-size: 14px; margin-top: 4px; }
.links a, .links .link { display: inline-flex; align-items: center; min-height: 32px; }
.keys { margin-left: auto; font-size: 14px; }
.bag.found { border-left-color: var(--brass-line); background: var(--brass-tint); outline: 2px solid var(--brass-line); }
@media (pointer: coarse) { .link, .links a, .links .link { min-height: 44px; } }
.bag { display: flex; flex-direction: column; gap: 1px; padding: 7px 10px; margin-bottom: 5px; background: var(--plate); border-left: 3px solid var(--rule-strong); font-size: 13.5px; line-height: 1.2; }
.bag .mono { font-weight: 500; }
.bag small { float: right; color: var(--scribe); font: 600 13px var(--label); }
.bag.wanted { border-left-color: var(--scribe); background: var(--chalk); outline: 1px solid var(--scribe); outline-offset: -1px; }
.bag .link { text-align: left; font: inherit; }
.empty { padding: 10px; }
footer { border-top: 1px solid var(--rule); padding: 8px 12px 10px; flex: none; }
.still li { font-size: 13.5px; }
.close { width: 100%; margin-top: 6px; }
</style>
