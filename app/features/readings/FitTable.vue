<script setup lang="ts">
import { formatQuantity, type FitAssessment, type FitSide } from '#core'
import VerdictMark from '../../ui/VerdictMark.vue'
import WorkingLines from '../../ui/WorkingLines.vue'
import type { FitLine } from './use-readings'

/** Pairs that mate: both partners, and the clearance that follows from their sizes. */
const { fits } = defineProps<{ fits: readonly FitLine[] }>()
/** As left, when nothing of the pair was measured anew. */
const isCarried = (assessed: FitAssessment, stage: string) =>
  stage === 'as-left' && [assessed.hole, assessed.shaft].every(side => side.from !== 'as-left')
const um = (mm: number) => formatQuantity(mm, 'length', { unit: 'µm', decimals: 0, signed: true, bare: true })
const size = ({ minMm, maxMm }: FitSide) =>
  `${formatQuantity(minMm, 'length', { decimals: 3, bare: true })} … ${formatQuantity(maxMm, 'length', { decimals: 3 })}`
const limits = ({ lower, upper }: { lower?: number; upper?: number }) =>
  `${lower === undefined ? '' : um(lower)} … ${upper === undefined ? '' : um(upper)} µm`
</script>

<template>
  <section
    class="plate fits"
    aria-labelledby="fits-head"
  >
    <h2 id="fits-head">
      Fits
    </h2>
    <ul>
      <li
        v-for="{ fit, stages } in fits"
        :key="fit.key"
      >
        <div class="what">
          <h3>{{ fit.name }}</h3>
          <p class="quiet">
            Clearance {{ limits(fit.clearanceMm) }}<template v-if="fit.class">
              · {{ fit.class }}
            </template>
          </p>
        </div>
        <div
          v-for="(assessed, stage) in stages"
          :key="stage"
          class="stage"
        >
          <p class="eyebrow">
            {{ stage.replace('-', ' ') }}
          </p>
          <p
            v-if="assessed && isCarried(assessed, stage)"
            class="quiet"
          >
            nothing measured anew: as found stands
          </p>
          <template v-else-if="assessed">
            <p>
              <span class="mono clearance">{{ um(assessed.minMm) }} … {{ um(assessed.maxMm) }} µm</span> <VerdictMark :verdict="assessed.verdict" />
            </p>
            <p class="quiet">
              {{ assessed.hole.name }} <span class="mono">{{ size(assessed.hole) }}</span>
            </p>
            <p class="quiet">
              {{ assessed.shaft.name }} <span class="mono">{{ size(assessed.shaft) }}</span>
            </p>
            <WorkingLines :lines="assessed.working" />
          </template>
          <p
            v-else
            class="quiet"
          >
            stands here when both partners are measured
          </p>
        </div>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.fits { padding: 16px 20px; }
li { display: grid; grid-template-columns: 2fr 3fr 3fr; gap: 16px; padding: 12px 0; border-top: 1px solid var(--rule); }
ul { margin-top: 10px; }
.stage .mono { white-space: nowrap; }
.clearance { font-size: 17px; font-weight: 500; margin-right: 8px; }
@media (max-width: 900px) { li { grid-template-columns: 1fr; } }
</style>
