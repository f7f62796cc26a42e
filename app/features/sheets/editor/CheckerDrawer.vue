<script setup lang="ts">
import { computed, shallowRef, watch } from 'vue'
import { openGaps, placeOfPointer, type Fix, type Place } from '#core'
import { useCatalogueStore } from '../../../net/catalogue-store'
import { askWorker } from '../../../workers/ask-worker'
import { gapWords } from '../sheet-words'
import SeverityMark from '../SeverityMark.vue'
import { useDraft } from './use-draft'

/** What the checker says, the gravest first: one tap from its place, and where it can be worked out, one tap from its end. */
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ jump: [place: Place] }>()
const { document, checked, act, sheet } = useDraft()
const catalogue = useCatalogueStore()

const gaps = computed(() => document.value && open.value ? gapWords(document.value, openGaps(document.value)) : [])

const fixes = shallowRef<readonly Fix[]>([])
let asked = 0
watch([open, checked], async () => {
  const mine = ++asked
  fixes.value = []
  if (!open.value || !checked.value || !document.value) return
  const found = await askWorker('fixes', { sheet: sheet(), checked: checked.value, shop: catalogue.shop }).catch(() => [])
  // What was said of an older state is nothing to act on.
  if (mine === asked) fixes.value = found
}, { immediate: true })
const said = computed(() => [
  ...(checked.value?.faults ?? []).map(({ place, reason }) => ({ place: placeOfPointer(place), text: reason, severity: null, source: '' })),
  ...(checked.value?.findings ?? []).map(({ list, key, field, sentence, severity, source }) => ({
    place: { list, key, ...field ? { field } : {} } as Place, text: sentence, severity, source,
  })),
].map(one => ({
  ...one, fix: fixes.value.find(fix => fix.list === one.place.list && fix.key === one.place.key && fix.said === one.text)?.fix,
})))
</script>

<template>
  <el-drawer
    v-model="open"
    title="What the checker says"
    size="min(560px, 100vw)"
    append-to-body
  >
    <div
      v-for="{ place, text, severity, source, fix } in said"
      :key="place.list + place.key + text"
      class="told"
      :class="severity ?? 'wrong'"
    >
      <button @click="emit('jump', place)">
        <SeverityMark
          v-if="severity"
          :severity="severity"
        />
        <Icon
          v-else
          name="ph:warning-diamond"
        />
        <span><strong v-if="severity">{{ severity }}</strong> {{ text }} <small>{{ source }}</small></span>
      </button>
      <el-button
        v-if="fix"
        class="fix"
        @click="act(fix.edits)"
      >
        <Icon name="ph:wrench" /> {{ fix.what }}
      </el-button>
    </div>
    <p
      v-for="gap in gaps"
      :key="gap.field"
      class="gap"
    >
      <b>{{ gap.field }}</b> not known: <span class="quiet">{{ gap.of.join(' · ') }}</span>
    </p>
    <p
      v-if="said.length + gaps.length === 0"
      class="quiet"
    >
      Nothing to say.
    </p>
  </el-drawer>
</template>

<style scoped>
.told { padding: 2px 0 8px; border-top: 1px solid var(--rule); }
.told > button:not(.fix) {
  display: grid; grid-template-columns: 22px minmax(0, 1fr); gap: 8px; width: 100%; padding: 7px 8px; text-align: left;
  background: none; border: 0; color: var(--ink); font: 400 15px/1.3 var(--text); cursor: pointer;
}
.told > button:not(.fix):hover { background: var(--plate); }
.told > button > svg { color: var(--brass); font-size: 18px; margin-top: 1px; }
.told.danger > button > svg, .told.wrong > button > svg { color: var(--oxide); }
.told strong { font: 600 15px/1.2 var(--label); letter-spacing: .04em; text-transform: uppercase; margin-right: 4px; }
.told small { display: block; color: var(--slate); }
.fix { margin-left: 38px; max-width: calc(100% - 46px); height: auto; white-space: normal; text-align: left; }
.fix svg { color: inherit; }
.gap { margin: 0; padding: 9px 8px; border-top: 1px solid var(--rule); }
</style>
