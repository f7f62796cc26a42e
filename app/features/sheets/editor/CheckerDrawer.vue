<script setup lang="ts">
import { computed } from 'vue'
import { openGaps, type Place } from '#core'
import { allSaid } from '../findings'
import { gapWords } from '../sheet-words'
import SeverityMark from '../SeverityMark.vue'
import FixButton from './FixButton.vue'
import { useDraft } from './use-draft'
import { useFixes } from './use-fixes'

/** What the checker says, the gravest first: one tap from its place, and where it can be worked out, one tap from its end. */
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ jump: [place: Place] }>()
const { document, checked } = useDraft()

const gaps = computed(() => document.value && open.value ? gapWords(document.value, openGaps(document.value)) : [])

const fixOf = useFixes(() => open.value)
const said = computed(() => allSaid(checked.value).map(one => ({ ...one, fix: fixOf(one.place, one.text) })))
</script>

<template>
  <el-drawer
    v-model="open"
    title="What the checker says"
    size="min(560px, 100vw)"
    append-to-body
  >
    <div
      v-for="{ place, text, finding, fix } in said"
      :key="place.list + place.key + text"
      class="told"
      :class="finding?.severity ?? 'wrong'"
    >
      <button @click="emit('jump', place)">
        <SeverityMark
          v-if="finding"
          :severity="finding.severity"
        />
        <Icon
          v-else
          name="ph:warning-diamond"
        />
        <span><strong v-if="finding">{{ finding.severity }}</strong> {{ text }} <small>{{ finding?.source }}</small></span>
      </button>
      <FixButton
        v-if="fix"
        :fix="fix"
      />
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
.told > button:not(.fix) > svg { color: var(--brass); font-size: 18px; margin-top: 1px; }
.told.danger > button:not(.fix) > svg, .told.wrong > button:not(.fix) > svg { color: var(--oxide); }
.told strong { font: 600 15px/1.2 var(--label); letter-spacing: .04em; text-transform: uppercase; margin-right: 4px; }
.told small { display: block; color: var(--slate); }
.gap { margin: 0; padding: 9px 8px; border-top: 1px solid var(--rule); }
</style>
