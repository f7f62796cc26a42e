<script setup lang="ts">
import type { UnitSystem } from '#core'
import CautionNote from '../../ui/CautionNote.vue'
import BowDrawing from '../../ui/drawings/BowDrawing.vue'
import PolarDrawing from '../../ui/drawings/PolarDrawing.vue'
import VerdictMark from '../../ui/VerdictMark.vue'
import WorkingLines from '../../ui/WorkingLines.vue'
import type { Outcome } from './calculator'
import BearingDrawing from './drawings/BearingDrawing.vue'
import ForcesDrawing from './drawings/ForcesDrawing.vue'
import HistogramDrawing from './drawings/HistogramDrawing.vue'
import OrderDrawing from './drawings/OrderDrawing.vue'
import ZonesDrawing from './drawings/ZonesDrawing.vue'
import { showResult } from './show-result'

const { outcome, system } = defineProps<{ outcome: Outcome, system: UnitSystem }>()
const OWN_DRAWINGS = { zones: ZonesDrawing, histogram: HistogramDrawing, bearing: BearingDrawing, ring: OrderDrawing,
  forces: ForcesDrawing }
</script>

<template>
  <div class="outcome">
    <PolarDrawing
      v-if="outcome.drawing?.kind === 'polar'"
      class="drawing"
      :points="outcome.drawing.points"
      :run-out="outcome.drawing.runOut"
    />
    <BowDrawing
      v-else-if="outcome.drawing?.kind === 'bow'"
      class="drawing"
      :bow="outcome.drawing.bow"
    />
    <component
      :is="OWN_DRAWINGS[outcome.drawing.kind]"
      v-else-if="outcome.drawing"
      class="drawing"
      :drawing="outcome.drawing as never"
    />
    <dl aria-label="Result">
      <div
        v-for="(result, i) in outcome.results"
        :key="i"
        :class="{ lead: result.main }"
      >
        <dt>{{ result.label }}</dt>
        <dd>
          <span :class="{ mono: !('word' in result) }">{{ showResult(result, system) }}</span>
          <VerdictMark
            v-if="result.verdict"
            :verdict="result.verdict"
          />
        </dd>
      </div>
    </dl>
    <CautionNote v-if="outcome.caution">
      {{ outcome.caution }}
    </CautionNote>
    <WorkingLines :lines="outcome.working" />
  </div>
</template>

<style scoped>
.drawing { display: block; width: 100%; max-width: 520px; margin: 0 auto 10px; }
dl { margin: 0; }
dl > div { display: flex; justify-content: space-between; gap: 16px; align-items: baseline; padding: 7px 0; border-top: 1px solid var(--rule); }
dt { color: var(--slate); }
dd { margin: 0; display: flex; gap: 14px; align-items: baseline; text-align: right; flex-wrap: wrap; justify-content: end; }
dl > .lead dt { color: var(--ink); }
dl > .lead dd { font-size: 20px; font-weight: 500; }
</style>
