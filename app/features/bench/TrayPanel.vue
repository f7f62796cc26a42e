<script setup lang="ts">
import { computed, reactive } from 'vue'
import { closeBlockers, dispositionOf, partAccount } from '#core'
import type { Bench } from './use-bench'

const { bench } = defineProps<{ bench: Bench }>()
const emit = defineEmits<{ closeJob: [] }>()
const { job } = bench

const account = computed(() => partAccount(job.sheet!, job.state))
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
const blockers = computed(() => closeBlockers(job.sheet!, job.state))

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
      <span class="mono">{{ out }} of {{ total }} out</span>
    </header>
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
          :key="entry.tag"
          class="bag"
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
        <li>In the way of closing: {{ blockers.length }}</li>
      </ul>
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
header { display: flex; justify-content: space-between; padding: 11px 22px 8px 14px; border-bottom: 1px solid var(--rule); font-size: 13px; }
.body { flex: 1; overflow-y: auto; padding: 8px 10px; min-height: 0; scrollbar-width: thin; }
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
