<script setup lang="ts">
import { ref, shallowRef, watch } from 'vue'
import type { Place, Proposal } from '#core'
import { sentenceOf } from '../../../net/api'
import { useCatalogueStore } from '../../../net/catalogue-store'
import RefusalNote from '../../../ui/RefusalNote.vue'
import { askWorker } from '../../../workers/ask-worker'
import { useDraft } from './use-draft'

/** What could be written next, each with its reason: taken with one tap, or left. */
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ jump: [place: Place] }>()
const { document, act, sheet } = useDraft()
const catalogue = useCatalogueStore()

const proposals = shallowRef<Proposal[] | null>(null)
const problem = ref('')
/** What this person does not want to see again at this desk. */
const left = ref(new Set<string>())
watch(open, (isOpen) => { if (isOpen) void catalogue.load() }, { immediate: true })
watch([open, document, () => catalogue.shop], async () => {
  if (!open.value || !document.value) return
  try {
    proposals.value = await askWorker('proposals', { sheet: sheet(), shop: catalogue.shop })
  } catch (error) {
    problem.value = sentenceOf(error)
  }
}, { immediate: true })
const nameOf = ({ place, what }: Proposal) => `${place.list} ${place.key} ${what}`
</script>

<template>
  <el-drawer
    v-model="open"
    title="What could be written next"
    size="min(560px, 100vw)"
    append-to-body
  >
    <RefusalNote :text="problem" />
    <p
      v-if="proposals === null"
      class="quiet"
    >
      Reading …
    </p>
    <p
      v-else-if="proposals.every(one => left.has(nameOf(one)))"
      class="quiet"
    >
      Nothing more comes to mind.
    </p>
    <ul>
      <li
        v-for="proposal in proposals?.filter(one => !left.has(nameOf(one)))"
        :key="nameOf(proposal)"
      >
        <strong>{{ proposal.what }}</strong>
        <p class="quiet">
          {{ proposal.why }}
        </p>
        <span class="acts">
          <el-button
            link
            @click="emit('jump', proposal.place)"
          >
            Show
          </el-button>
          <el-button @click="left.add(nameOf(proposal))">
            Leave it
          </el-button>
          <el-button
            type="primary"
            @click="act(proposal.edits)"
          >
            Take it
          </el-button>
        </span>
      </li>
    </ul>
  </el-drawer>
</template>

<style scoped>
ul { margin: 0; padding: 0; list-style: none; }
li { padding: 10px 0; border-top: 1px solid var(--rule); }
li strong { font: 600 18px/1.25 var(--label); }
li p { margin: 2px 0 6px; }
.acts { display: flex; justify-content: flex-end; gap: 8px; }
.acts .el-button { margin: 0; }
</style>
