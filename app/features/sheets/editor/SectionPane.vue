<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import { outlinesFromOrder, type Outline, type Part } from '#core'
import ChoiceSelect from '../../../ui/ChoiceSelect.vue'
import RefusalNote from '../../../ui/RefusalNote.vue'
import SectionDrawing from '../../../ui/drawings/SectionDrawing.vue'
import QuantityField from './fields/QuantityField.vue'
import SaidNote from './SaidNote.vue'
import ThingField from './ThingField.vue'
import UnfinishedNote from './UnfinishedNote.vue'
import { useDraft } from './use-draft'
import { useSaidOf } from './use-said-of'
import { useUnfinished } from './use-unfinished'
import { useShown } from './use-shown'

/** The section beside its numbers: who picks a part in the one has it in the other. */
const { active } = defineProps<{ active: boolean }>()
const desk = useDraft()
const { act, sheet, document, problem } = desk
const isOpen = ref(false)
const { shown } = useShown(() => active && !isOpen.value)
const picked = ref(sheet().parts.find(part => part.outlines)?.key ?? '')

const parts = computed(() => shown.value?.parts ?? [])
const rows = computed(() => parts.value.flatMap(part =>
  (part.outlines ?? []).map((outline, at) => ({ id: `${part.key} ${at}`, part, outline, at }))))
const undrawn = computed(() => parts.value.filter(part => !part.outlines))
const isSketch = computed(() => rows.value.some(({ outline }) => outline.notToScale))
const proposed = shallowRef(outlinesFromOrder(sheet()))
const lit = computed(() => new Set([picked.value]))

const SIZES = [['fromMm', 'From'], ['toMm', 'To'], ['innerMm', 'Bore'], ['outerMm', 'Outside']] as const
const LAYERS = (['housing', 'shaft', 'turning', 'still'] as const).map(value => ({ value, label: value }))

/** The part at hand as it is written by now: the drawing waits while its form is open. */
const part = computed(() => document.value?.parts.find(({ key }) => key === picked.value))
const said = useSaidOf(() => 'parts', () => active ? picked.value : '')
const saidOfSection = computed(() => said.value.filter(({ place }) => place.field === 'outlines'))
const unfinished = useUnfinished(desk)
watch([isOpen, picked], unfinished.forget)
const outlinesNow = () => part.value!.outlines ?? []
const at = (after: unknown) => ({ list: 'parts' as const, key: picked.value, field: 'outlines', before: part.value!.outlines, after })
const write = (outlines: readonly Outline[]) => act([at(outlines.length > 0 ? outlines : undefined)])
/** Who writes a size has it from the drawing, or from the part: it is no sketch any more. */
const withPiece = (nth: number, said: Partial<Outline>) => outlinesNow().map((outline, i) => {
  if (i !== nth) return outline
  const { notToScale: _sketch, ...measured } = outline
  return { ...measured, ...said }
})
/** A size is never nothing. */
const put = (nth: number, field: string, size: number | undefined) => { if (size !== undefined) write(withPiece(nth, { [field]: size })) }
const type = (nth: number, field: string, size: number | undefined) =>
  unfinished.type(at(size === undefined ? part.value!.outlines : withPiece(nth, { [field]: size })))
const remove = (nth: number) => write(outlinesNow().filter((_, i) => i !== nth))
/** One more piece of it, behind its last one, or behind all that is drawn. */
function add() {
  const endMm = Math.max(0, ...rows.value.map(({ outline }) => outline.toMm))
  const last = outlinesNow().at(-1) ?? { fromMm: 0, toMm: endMm, innerMm: 0, outerMm: 60 }
  const { notToScale: _sketch, ...like } = last
  write([...outlinesNow(), { ...like, fromMm: last.toMm, toMm: last.toMm + 40 }])
}
function drawAll() {
  proposed.value = outlinesFromOrder(sheet())
  act(undrawn.value.filter(({ key }) => proposed.value.has(key))
    .map(({ key }) => ({ list: 'parts', key, field: 'outlines', after: proposed.value.get(key) })))
}
</script>

<template>
  <div class="pane">
    <section
      v-if="rows.length === 0"
      class="bare"
    >
      <p>Nothing of this machine is drawn yet.</p>
      <el-button
        v-if="proposed.size > 0"
        type="primary"
        @click="drawAll"
      >
        <Icon name="ph:lightbulb" /> Draw {{ proposed.size }} parts from the order
      </el-button>
      <p
        v-else
        class="quiet"
      >
        Once steps say what comes off, a first section follows from their order.
      </p>
    </section>
    <template v-else>
      <div class="drawing">
        <SectionDrawing
          :parts="parts"
          :axes="shown?.axes"
          :lit="lit"
          balloons="all"
          can-move
          label="Section; its numbers stand beside it"
          @pick="picked = $event"
        />
      </div>
      <p
        v-if="isSketch"
        class="sketch"
      >
        <Icon name="ph:ruler" /> Drawn from the order, not to scale: nothing is reckoned from it. A size that you write counts as taken
        from the drawing.
      </p>
    </template>
    <div class="bar">
      <ChoiceSelect
        v-model="picked"
        class="pick"
        :choices="parts.map(({ key, name, outlines }) => ({ value: key, label: outlines ? name : `${name} · not drawn` }))"
        label="Part"
        placeholder="Part"
        filterable
      />
      <el-button
        :disabled="!picked"
        @click="add"
      >
        <Icon name="ph:plus" /> One more piece
      </el-button>
      <el-button
        :disabled="!picked"
        @click="isOpen = true"
      >
        Tapers, axis, side …
      </el-button>
      <span
        v-if="undrawn.length > 0 && rows.length > 0"
        class="quiet"
      >{{ undrawn.length }} not drawn</span>
    </div>
    <div class="numbers">
      <el-table
        :data="rows"
        row-key="id"
        max-height="max(320px, calc(100vh - 430px))"
        aria-label="Outlines"
        empty-text="Pick a part and draw its first piece."
        :row-class-name="({ row }: { row: { part: Part } }) => row.part.key === picked ? 'picked' : ''"
        @row-click="(row: { part: Part }) => picked = row.part.key"
      >
        <el-table-column
          label="Part, in mm"
          min-width="150"
        >
          <template #default="{ row }">
            <button class="name">
              {{ row.part.name }}
            </button>
          </template>
        </el-table-column>
        <el-table-column
          v-for="[field, name] in SIZES"
          :key="field"
          :label="name"
          align="right"
          width="84"
        >
          <template #default="{ row }">
            <QuantityField
              v-if="row.part.key === picked"
              :model-value="row.outline[field]"
              :label="`${name} of ${row.part.name}, mm`"
              @update:model-value="put(row.at, field, $event)"
              @typed="type(row.at, field, $event)"
            />
            <span
              v-else
              class="mono"
            >{{ row.outline[field] }}</span>
          </template>
        </el-table-column>
        <el-table-column
          label="Layer"
          width="118"
        >
          <template #default="{ row }">
            <ChoiceSelect
              v-if="row.part.key === picked"
              :model-value="row.outline.layer ?? 'housing'"
              :choices="LAYERS"
              :label="`Layer of ${row.part.name}`"
              @update:model-value="write(withPiece(row.at, { layer: $event }))"
            />
            <template v-else>
              {{ row.outline.layer ?? 'housing' }}
            </template>
          </template>
        </el-table-column>
        <el-table-column
          width="48"
          align="right"
        >
          <template #default="{ row }">
            <el-button
              v-if="row.part.key === picked"
              text
              :aria-label="`Take away this piece of ${row.part.name}`"
              @click.stop="remove(row.at)"
            >
              <Icon name="ph:x" />
            </el-button>
          </template>
        </el-table-column>
      </el-table>
      <SaidNote
        v-for="one in saidOfSection"
        :key="one.text"
        :said="one"
      />
    </div>
    <el-drawer
      v-model="isOpen"
      :title="`Section of ${part?.name}`"
      size="min(620px, 100vw)"
      append-to-body
    >
      <ThingField
        v-if="part && isOpen"
        list="parts"
        field="outlines"
        :thing="{ ...part, ...unfinished.fields.value }"
        :said="said"
        @say="(_field, value) => unfinished.say(at(value))"
        @type="(_field, value) => unfinished.type(at(value))"
      />
      <template #footer>
        <RefusalNote :text="problem" />
        <UnfinishedNote :words="problem ? '' : unfinished.words.value" />
        <el-button
          type="primary"
          @click="isOpen = false"
        >
          {{ unfinished.words.value ? 'Leave that out' : 'Done' }}
        </el-button>
      </template>
    </el-drawer>
  </div>
</template>

<style scoped>
.pane { display: grid; grid-template-columns: minmax(0, 1fr) 660px; gap: 8px 22px; align-items: start; }
.drawing { grid-row: 1 / 3; height: max(320px, calc(100vh - 310px)); }
.bare { grid-row: 1 / 3; padding: 40px 0; text-align: center; }
.sketch { grid-column: 1; grid-row: 3; margin: 0; color: var(--brass); }
.bar { grid-column: 2; display: flex; flex-wrap: wrap; gap: 8px; align-items: center; }
.bar .el-button { margin: 0; }
.pick { width: 210px; }
.numbers { grid-column: 2; }
.name { padding: 6px 0; border: 0; background: none; color: var(--ink); text-align: left; font: 600 15px/1.2 var(--text); cursor: pointer; }
.pane :deep(.picked) { --el-table-tr-bg-color: var(--verdigris-tint); }
@media (max-width: 1100px) {
  .pane { grid-template-columns: minmax(0, 1fr); }
  .pane > * { grid-column: 1 !important; grid-row: auto !important; }
}
</style>
