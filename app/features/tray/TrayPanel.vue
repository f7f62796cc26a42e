<script setup lang="ts">
import { computed, reactive, ref } from 'vue'
import { closeBlockers, dispositionOf, readTagCode } from '#core'
import type { Bench } from '../bench/use-bench'

const { bench } = defineProps<{ bench: Bench }>()
const emit = defineEmits<{ closeJob: [], account: [], help: [] }>()
const { job } = bench

const { account } = bench
const out = computed(() => account.value.reduce((sum, line) => sum + line.out, 0))
const total = computed(() => job.sheet!.parts.reduce((sum, part) => sum + part.count, 0))
const loose = computed(() => account.value.filter(line => line.loose > 0))
const bags = computed(() => {
  const byTag = new Map<string, string[]>()
  for (const { part, bagged } of account.value) {
    for (const { tag, count } of bagged) byTag.set(tag, [...byTag.get(tag) ?? [], `${count > 1 ? `${count} × ` : ''}${part.name}`])
  }
  return [...byTag].map(([tag, contents]) => ({ tag, contents })).sort((a, b) => a.tag.localeCompare(b.tag, undefined, { numeric: true }))
})
const newOnes = computed(() => account.value.filter(({ part, out }) => part.neverAgain && out > 0 && dispositionOf(job.state, part.key)?.disposition !== 'replace').map(line => line.part.name))
const blockerCount = computed(() => closeBlockers(job.sheet!, job.state).length)

/** A scanner types the code of a label and Enter; a hand types the tag. */
const [scan, found, scanProblem] = [ref(''), ref<string | null>(null), ref('')]
function find() {
  const code = readTagCode(scan.value)
  found.value = null
  scanProblem.value = ''
  if (!code) scanProblem.value = `"${scan.value}" is no tag. A tag is a letter, a hyphen and a number, for example B-07.`
  else if (code.jobNumber !== null && code.jobNumber !== job.meta!.number) scanProblem.value = `${code.tag} belongs to job ${code.jobNumber}, not to this one.`
  else if (!bags.value.some(bag => bag.tag === code.tag)) scanProblem.value = `Nothing of this job is in ${code.tag}.`
  else {
    found.value = code.tag
    document.getElementById(`bag-${code.tag}`)?.scrollIntoView({ block: 'nearest' })
  }
  scan.value = ''
}
const labels = (paper: string) => `/api/jobs/${job.meta!.id}/labels?paper=${paper}`

/** The bag that the sheet proposes for a part, until the person writes another tag. */
const tags = reactive<Record<string, string>>({})
const proposed = (part: string) => job.sheet!.steps.find(step => step.removes?.some(piece => piece.part === part))?.bag ?? ''
function bag(part: string, count: number) {
  const tag = (tags[part] ?? proposed(part)).trim().toUpperCase()
  if (!/^[A-Z]{1,3}-\d{1,4}$/.test(tag)) {
    job.refusal = `"${tag}" is no tag. A tag is a letter, a hyphen and a number, for example B-07.`
    return
  }
  if (job.act('part-bagged', { part, count, tag })) Reflect.deleteProperty(tags, part)
}
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
    <form
      class="scan"
      @submit.prevent="find"
    >
      <input
        v-model="scan"
        class="mono"
        aria-label="Scan or type a tag"
        placeholder="scan or type a tag"
        autocomplete="off"
      >
    </form>
    <p
      v-if="scanProblem"
      class="scan-problem"
      role="alert"
    >
      {{ scanProblem }}
    </p>
    <div
      class="body"
      role="region"
      aria-label="What is out"
      tabindex="0"
    >
      <section
        v-if="loose.length"
        class="loose"
      >
        <h3>Loose: bag it</h3>
        <form
          v-for="line in loose"
          :key="line.part.key"
          @submit.prevent="bag(line.part.key, line.loose)"
        >
          <span><span class="mono">{{ line.loose }}×</span> {{ line.part.name }}</span>
          <template v-if="bench.mayWork.value">
            <input
              :value="tags[line.part.key] ?? proposed(line.part.key)"
              class="mono"
              :aria-label="`Tag for ${line.part.name}`"
              @input="tags[line.part.key] = ($event.target as HTMLInputElement).value"
            >
            <button :aria-label="`Bag ${line.part.name}`">
              Bag
            </button>
          </template>
        </form>
      </section>
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
          :class="{ found: found === entry.tag }"
        >
          <span class="mono">{{ entry.tag }}</span>
          <span
            v-for="content in entry.contents"
            :key="content"
          >{{ content }}</span>
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
.scan { padding: 6px 10px 0; }
.scan input { width: 100%; min-height: var(--target); padding: 0 10px; border: 1px solid var(--rule-strong); background: var(--chalk); color: var(--ink); }
.scan-problem { padding: 4px 12px 0; color: var(--oxide); font-size: 14px; }
.links { display: flex; gap: 4px 12px; flex-wrap: wrap; align-items: center; font-size: 14px; margin-top: 4px; }
.links a, .links .link { display: inline-flex; align-items: center; min-height: 32px; }
.keys { margin-left: auto; font-size: 14px; }
.bag.found { border-left-color: var(--brass-line); background: var(--brass-tint); outline: 2px solid var(--brass-line); }
@media (pointer: coarse) { .link, .links a, .links .link { min-height: 44px; } }
.bag { display: flex; flex-direction: column; gap: 1px; padding: 7px 10px; margin-bottom: 5px; background: var(--plate); border-left: 3px solid var(--rule-strong); font-size: 13.5px; line-height: 1.2; }
.bag .mono { font-weight: 500; }
.loose { border: 1px solid var(--brass-line); background: var(--brass-tint); padding: 8px 10px; margin-bottom: 8px; }
.loose h3 { color: var(--brass); }
.loose form { display: grid; grid-template-columns: 1fr 62px; gap: 4px 6px; padding: 5px 0; font-size: 13.5px; line-height: 1.2; border-top: 1px solid var(--rule); }
.loose form > span { grid-column: 1 / -1; }
.loose input { min-height: var(--target); width: 100%; padding: 0 8px; border: 1px solid var(--rule-strong); background: var(--chalk); color: var(--ink); font-size: 15px; }
.loose button { min-height: var(--target); background: var(--prussian); color: var(--on-prussian); border: 0; font: 600 16px var(--label); cursor: pointer; }
.empty { padding: 10px; }
footer { border-top: 1px solid var(--rule); padding: 8px 12px 10px; flex: none; }
.still li { font-size: 13.5px; }
.close { width: 100%; margin-top: 6px; }
</style>
