<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { CLEAN, seenOn, type Arc, type EvidenceItem } from '#core'
import { useBench } from '../../job/use-bench'
import ClockDrawing from './ClockDrawing.vue'
import FoundList from './FoundList.vue'
import KindButtons from './KindButtons.vue'
import type { DrawnFinding } from './use-clock'

/** A soft ring held at its 12 o'clock: what is seen is noted by angle with the other thumb, before it is let go and nobody knows where it was. */
const { item, findings } = defineProps<{ item: EvidenceItem, findings: readonly DrawnFinding[] }>()
const open = defineModel<boolean>({ required: true })
const { job } = useBench()
/** Asked before it is touched: heat makes hydrofluoric acid of fluoroelastomer, and a product stays in a ring. */
const stage = ref<'ask' | 'hold' | 'letting go'>('ask')
const answers = ref({ charred: '', flushed: '' })
const arc = ref<Arc | null>(null)
watch(open, (is) => {
  if (!is) return
  stage.value = 'ask'
  answers.value = { charred: '', flushed: '' }
  arc.value = null
})
const isBarred = computed(() => answers.value.charred === 'yes')
const mayHold = computed(() => answers.value.charred === 'no' && answers.value.flushed === 'yes')

function note(kind: string): void {
  const said = job.act('finding-noted', { ...seenOn(item), kind, severity: kind === CLEAN ? 1 : 2, ...arc.value ?? {} })
  if (said) arc.value = null
}
</script>

<template>
  <el-dialog
    v-model="open"
    :title="`${item.name}, held at its 12 o’clock`"
    width="min(760px, 96vw)"
    append-to-body
    :close-on-click-modal="false"
  >
    <template v-if="stage === 'ask'">
      <p>Before a bare hand or a glove takes it:</p>
      <div class="asked">
        <span>Is it charred or sticky?</span>
        <el-radio-group
          v-model="answers.charred"
          aria-label="Is it charred or sticky?"
        >
          <el-radio-button value="no">
            no
          </el-radio-button>
          <el-radio-button value="yes">
            yes
          </el-radio-button>
        </el-radio-group>
        <span>Is a hot or toxic product flushed off it?</span>
        <el-radio-group
          v-model="answers.flushed"
          aria-label="Is a hot or toxic product flushed off it?"
        >
          <el-radio-button value="no">
            no
          </el-radio-button>
          <el-radio-button value="yes">
            flushed, or harmless
          </el-radio-button>
        </el-radio-group>
      </div>
      <p
        v-if="isBarred"
        class="danger"
        role="alert"
      >
        <Icon name="ph:warning-octagon-fill" /> Do not touch it. Fluoroelastomer that was too hot gives off hydrofluoric acid: it goes through
        gloves and skin. Leave it where it is, photograph it, and follow the site’s rules and the data sheet.
      </p>
      <p
        v-else-if="answers.flushed === 'no'"
        class="danger"
        role="alert"
      >
        <Icon name="ph:warning-octagon-fill" /> Flush it first, and note what the flushing takes away of what could be seen.
      </p>
      <el-button
        type="primary"
        class="large"
        :disabled="!mayHold"
        @click="stage = 'hold'"
      >
        Held at 12 o’clock
      </el-button>
    </template>
    <div
      v-else
      class="hold"
    >
      <ClockDrawing
        :rings="[item]"
        :findings="findings"
        :picked="item.key"
        :lit="null"
        :draft="arc"
        :may-draw="stage === 'hold'"
        :turns="false"
        :landmarks="[]"
        @pick="(_key, drawn) => { arc = drawn }"
      />
      <div>
        <template v-if="stage === 'hold'">
          <KindButtons
            :role="item.role"
            @seen="note"
          />
          <FoundList :findings="findings" />
          <el-button
            class="large"
            @click="stage = 'letting go'"
          >
            Let go …
          </el-button>
        </template>
        <template v-else>
          <p><strong>Is all of it noted?</strong> Once it is let go nobody knows any more where its 12 o’clock was.</p>
          <FoundList :findings="findings" />
          <el-button
            type="primary"
            class="large"
            @click="open = false"
          >
            All is noted: let go
          </el-button>
          <el-button
            class="large"
            @click="stage = 'hold'"
          >
            Hold on
          </el-button>
        </template>
      </div>
    </div>
  </el-dialog>
</template>

<style scoped>
.asked { display: grid; grid-template-columns: 1fr max-content; gap: 10px 14px; align-items: center; margin: 12px 0; }
.danger { color: var(--oxide); font-weight: 500; margin: 10px 0; }
.danger svg { vertical-align: -3px; }
.large { min-height: 56px; font-size: 19px; margin: 10px 10px 0 0; }
.hold { display: grid; grid-template-columns: minmax(240px, 1fr) 1fr; gap: 16px; align-items: start; }
@media (max-width: 700px) { .hold, .asked { grid-template-columns: 1fr; } }
</style>
