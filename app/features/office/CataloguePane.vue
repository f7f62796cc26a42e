<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue'
import { CatalogueSchema, factsOf, type Catalogue } from '#core'
import { emptyOf, GroupField, type FieldSchema } from '../sheets'
import RefusalNote from '../../ui/RefusalNote.vue'
import ReleaseDialog from './ReleaseDialog.vue'
import { useReleased } from './use-released'

/** What the shop knows before it has a sheet: families, words for parts, and how each energy is made safe. */
const LISTS = [
  { value: 'families', label: 'Families' }, { value: 'words', label: 'Words for parts' }, { value: 'energies', label: 'Energies' },
] as const
type ListOf = (typeof LISTS)[number]['value']
type Thing = Record<string, unknown>

const draft = shallowRef<Catalogue | null>(null)
const { standing, problem, busy, releasing, release, head } = useReleased<Catalogue>('/catalogue', (document) => { draft.value = document })
const tried = ref('')
const list = ref<ListOf>('families')
const at = ref(0)

const schema = computed(() => (CatalogueSchema.properties[list.value] as unknown as { items: FieldSchema }).items)
const things = computed(() => (draft.value?.[list.value] ?? []) as unknown as readonly Thing[])
const shown = computed(() => things.value[at.value])
const nameOf = (thing: Thing) => (thing.name ?? (thing.words as string[] | undefined)?.join(', ') ?? '') as string || 'new'
const isChanged = computed(() => draft.value !== standing.value?.document)
const canGrow = computed(() => list.value !== 'energies')
const put = (next: readonly Thing[]) => { draft.value = { ...draft.value!, [list.value]: next } }
const say = (said: object | undefined) => put(things.value.map((one, i) => i === at.value ? said as Thing : one))
function add() {
  put([...things.value, emptyOf(schema.value) as Thing])
  at.value = things.value.length - 1
}
function take() {
  put(things.value.filter((_one, i) => i !== at.value))
  at.value = Math.max(0, at.value - 1)
}
/** The first word that fits counts, so their order does. */
function move(by: -1 | 1) {
  const next = [...things.value]
  const [one] = next.splice(at.value, 1)
  at.value += by
  next.splice(at.value, 0, one!)
  put(next)
}
const told = computed(() => {
  if (!draft.value || tried.value.trim().length < 2) return ''
  const { kind, ...says } = factsOf(tried.value, draft.value.words)
  const words = {
    neverAgain: 'new each time', isScrewed: 'screwed', isSmall: 'into a bag', opens: 'opens what may be full', isHeavy: 'heavy',
  }
  return [kind, ...Object.entries(words).filter(([fact]) => says[fact as keyof typeof says]).map(([, word]) => word)].join(' · ')
})
</script>

<template>
  <RefusalNote
    v-if="!releasing"
    :text="problem"
  />
  <div
    v-if="draft && standing"
    class="catalogue"
  >
    <p class="quiet">
      {{ head('Revision') }}. Used where a machine has no sheet yet; what was written by it stays as it is.
    </p>
    <div class="bar">
      <el-segmented
        v-model="list"
        :options="[...LISTS]"
        aria-label="What is written"
        @change="at = 0"
      />
      <el-input
        v-if="list === 'words'"
        v-model="tried"
        class="try"
        placeholder="Try the name of a part"
        aria-label="Try the name of a part"
      />
      <span
        v-if="list === 'words'"
        role="status"
      >{{ told }}</span>
      <span class="acts">
        <el-button
          text
          :disabled="!isChanged"
          @click="draft = standing.document; at = 0"
        >
          Back to what stands
        </el-button>
        <el-button
          type="primary"
          :disabled="!isChanged"
          @click="releasing = true"
        >
          Release revision {{ standing.document.revision + 1 }} …
        </el-button>
      </span>
    </div>
    <div class="both">
      <ul :aria-label="LISTS.find(one => one.value === list)!.label">
        <li
          v-for="(thing, i) in things"
          :key="i"
        >
          <button
            :aria-current="i === at"
            @click="at = i"
          >
            {{ nameOf(thing) }}
          </button>
        </li>
        <li v-if="canGrow">
          <el-button @click="add">
            <Icon name="ph:plus" /> One more
          </el-button>
        </li>
      </ul>
      <section
        v-if="shown"
        :key="`${list} ${at}`"
        :aria-label="nameOf(shown)"
      >
        <p
          v-if="canGrow"
          class="bar"
        >
          <template v-if="list === 'words'">
            <el-button
              :disabled="at === 0"
              @click="move(-1)"
            >
              Earlier
            </el-button>
            <el-button
              :disabled="at === things.length - 1"
              @click="move(1)"
            >
              Later
            </el-button>
          </template>
          <el-button
            :disabled="things.length === 1"
            @click="take"
          >
            <Icon name="ph:trash" /> Take out
          </el-button>
        </p>
        <GroupField
          :model-value="shown"
          :schema="schema"
          list="sheet"
          path=""
          @update:model-value="say"
        />
      </section>
    </div>
    <ReleaseDialog
      v-model="releasing"
      :revision="standing.document.revision + 1"
      :busy="busy"
      :problem="problem"
      @release="release(draft, $event)"
    >
      From now on benches and desks begin with it. Jobs and drafts that run keep what they have.
    </ReleaseDialog>
  </div>
</template>

<style scoped>
.catalogue { display: flex; flex-direction: column; gap: 12px; }
.bar { display: flex; flex-wrap: wrap; gap: 10px; align-items: center; margin: 0; }
.bar .el-button { margin: 0; }
.try { width: 230px; }
.acts { display: flex; gap: 8px; margin-left: auto; }
.both { display: grid; grid-template-columns: 250px minmax(0, 1fr); gap: 24px; align-items: start; }
ul { margin: 0; padding: 0; list-style: none; max-height: 70vh; overflow-y: auto; }
li button:not(.el-button) {
  width: 100%; min-height: 44px; padding: 6px 12px; border: 0; border-left: 4px solid transparent; background: none;
  color: var(--ink); text-align: left; font: 500 15px/1.25 var(--text); cursor: pointer;
}
li button[aria-current='true'] { border-left-color: var(--prussian); background: var(--plate); font-weight: 600; }
section { display: grid; gap: 10px; max-width: 820px; }
@media (max-width: 800px) { .both { grid-template-columns: minmax(0, 1fr); } ul { max-height: 30vh; } }
</style>
