<script setup lang="ts">
import { useClipboard } from '@vueuse/core'
import { toRef } from 'vue'
import type { UnitSystem } from '#core'
import type { Calculator } from './calculator'
import FieldInput from './FieldInput.vue'
import { useJobTarget } from './job-target'
import OutcomePanel from './OutcomePanel.vue'
import TakeIntoJob from './TakeIntoJob.vue'
import { useCalculator } from './use-calculator'
import RefusalNote from '../../ui/RefusalNote.vue'

const props = defineProps<{ calculator: Calculator }>()
const { texts, asked, outcome, refusal, isBlamed, busy, system, set, faultOf, understoodAs, asText } = useCalculator(
  toRef(props, 'calculator'),
)
const { target } = useJobTarget()
const { copy, copied } = useClipboard({ legacy: true })
const print = () => globalThis.print()
const SYSTEMS = [
  { label: 'mm, N·m', value: 'si' },
  { label: 'in, lbf', value: 'imperial' },
] satisfies { label: string; value: UnitSystem }[]
</script>

<template>
  <article class="calculator">
    <header>
      <div>
        <h1>{{ calculator.title }}</h1>
        <p class="quiet">
          {{ calculator.about }}
        </p>
      </div>
      <el-segmented
        v-model="system"
        class="units"
        :options="SYSTEMS"
        aria-label="Units of the result"
      />
    </header>
    <div class="columns">
      <form
        class="plate card"
        aria-label="What is known"
        @submit.prevent
      >
        <FieldInput
          v-for="{ key, field } in asked"
          :id="`f-${key}`"
          :key="key"
          :field="field"
          :text="texts[key] ?? ''"
          :fault="faultOf(key)"
          :understood="understoodAs(key, field)"
          @change="set(key, $event)"
        />
      </form>
      <div class="right">
        <section
          class="plate card"
          aria-label="What follows"
          aria-live="polite"
          :aria-busy="busy"
        >
          <OutcomePanel
            v-if="outcome"
            :outcome="outcome"
            :system="system"
          />
          <RefusalNote
            v-else-if="refusal && !isBlamed"
            :text="refusal.message"
          />
          <p
            v-else-if="!busy"
            class="quiet"
          >
            The result stands here as soon as every field can be read.
          </p>
          <div
            v-if="outcome"
            class="acts"
          >
            <el-button @click="copy(asText())">
              {{ copied ? 'Copied' : 'Copy as text' }}
            </el-button>
            <el-button @click="print">
              Print
            </el-button>
          </div>
        </section>
        <TakeIntoJob
          v-if="target"
          :key="JSON.stringify(target)"
          :target="target"
          :results="outcome?.results ?? []"
        />
      </div>
    </div>
  </article>
</template>

<style scoped>
header { display: flex; justify-content: space-between; gap: 20px; align-items: end; margin-bottom: 14px; flex-wrap: wrap; }
.units { flex: none; }
.columns { display: grid; grid-template-columns: minmax(330px, 5fr) minmax(340px, 6fr); gap: 16px; align-items: start; }
.card { padding: 18px 22px; }
.right { min-width: 0; }
form { display: flex; flex-direction: column; gap: 8px; }
.acts { display: flex; gap: 8px; margin-top: 10px; }
@media (max-width: 900px) { .columns { grid-template-columns: 1fr; } }
@media print { .acts, .units { display: none; } .columns { grid-template-columns: 1fr; } }
</style>
