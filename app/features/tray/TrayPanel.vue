<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { stepNumber } from '#core'
import AttachmentStrip from '../../job/AttachmentStrip.vue'
import { useBench } from '../../job/use-bench'
import AskDialog from '../../ui/AskDialog.vue'
import { afterPaint } from '../../ui/after-paint'
import BagFinder from './BagFinder.vue'
import LooseParts from './LooseParts.vue'
import { useTray } from './use-tray'

const bench = useBench()
const emit = defineEmits<{ closeJob: [], account: [], help: [] }>()
const { job } = bench
const { out, total, bags, newKinds, blockerCount } = useTray(bench)

const papers = computed(() => job.sheet.attachments ?? [])
const isShowingPapers = ref(false)
const found = ref<string | null>(null)
const body = ref<HTMLElement>()
const bagOf = (tag: string | null | undefined) => tag ? document.getElementById(`bag-${tag}`) : null
watch(found, tag => bagOf(tag)?.scrollIntoView({ block: 'nearest' }), { flush: 'post' })
/** A bag that the step at hand needs comes into sight within the tray; the page stays where the hand is. */
function showWanted() {
  const [bag, frame] = [bagOf([...bench.wantedBags.value][0])?.getBoundingClientRect(), body.value?.getBoundingClientRect()]
  if (bag && frame) body.value!.scrollTop += Math.min(0, bag.top - frame.top) + Math.max(0, bag.bottom - frame.bottom)
}
watch(bench.wantedBags, () => afterPaint(showWanted))
onMounted(showWanted)
watch(() => bench.shown.value?.key, () => { found.value = null })
const LABELS_A_PAGE = 48
const labelPages = computed(() =>
  Math.ceil(new Set(bench.account.value.flatMap(line => line.bagged.map(bag => bag.tag))).size / LABELS_A_PAGE),
)
const labels = (paper: string, page = 1) => `/api/jobs/${job.meta.id}/labels?paper=${paper}&page=${page}`
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
      :job-number="job.meta.number"
      :tags="bags.map(bag => bag.tag)"
    />
    <div
      ref="body"
      class="body"
      role="region"
      aria-label="What is out"
      tabindex="0"
    >
      <LooseParts />
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
            Goes back at step {{ stepNumber(job.sheet, entry.back) }}: {{ entry.back.short ?? entry.back.title }}
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
        <li v-if="newKinds">
          New parts to fit: {{ newKinds }} {{ newKinds === 1 ? 'kind' : 'kinds' }}
        </li>
        <li v-if="bench.debts.value.length">
          Owed: {{ bench.debts.value.join('; ') }}
        </li>
        <li v-if="bench.risks.value.length">
          Marks in danger: {{ bench.risks.value.map(risk => risk.mark.key).join(', ') }}
        </li>
        <li>In the way of closing: {{ blockerCount }}</li>
      </ul>
      <p class="links">
        <NuxtLink
          v-if="bench.sheet.value.positions.length && !job.isPractice"
          :to="`/jobs/${job.meta.id}/readings`"
        >
          Readings
        </NuxtLink>
        <NuxtLink
          v-if="!job.isPractice"
          :to="`/jobs/${job.meta.id}/clock`"
        >
          Clock
        </NuxtLink>
        <button
          v-if="papers.length"
          class="link"
          @click="isShowingPapers = true"
        >
          Papers {{ papers.length }}
        </button>
        <button
          class="link keys"
          aria-label="Keys of the bench"
          @click="emit('help')"
        >
          ? keys
        </button>
      </p>
      <p
        v-if="bags.length && !job.isPractice"
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
        >62 mm tape</a><template v-if="labelPages > 1">
          , further
          <a
            v-for="page in labelPages - 1"
            :key="page"
            :href="labels('a4', page + 1)"
            target="_blank"
            :aria-label="`Labels on A4, part ${page + 1}`"
          >A4 {{ page + 1 }}</a>
        </template>
      </p>
      <el-button
        v-if="!job.state.closed && bench.session.may('job:close')"
        class="close"
        @click="emit('closeJob')"
      >
        Close the job …
      </el-button>
    </footer>
    <AskDialog
      v-model="isShowingPapers"
      title="Pictures and papers of this machine"
      leave="Back"
    >
      <AttachmentStrip :attachments="papers" />
    </AskDialog>
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
