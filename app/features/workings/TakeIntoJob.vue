<script setup lang="ts">
import { computed } from 'vue'
import { formatQuantity, positionOf, readOf } from '#core'
import JobGround from '../../job/JobGround.vue'
import { useJobStore } from '../../job/job-store'
import { ReadingDuty } from '../readings'
import type { Result } from './calculator'
import type { JobTarget } from './job-target'
import RefusalNote from '../../ui/RefusalNote.vue'

/** The reading of a job that this is worked out for: results go into its cells by a tap, and it is written down here. */
const { target, results } = defineProps<{ target: JobTarget, results: readonly Result[] }>()
const job = useJobStore()

/** A link that names what this job does not measure is told so. */
const position = computed(() =>
  job.sheet && readOf(job.sheet, target.position, target.stage) ? positionOf(job.sheet, target.position) : null,
)
const offers = computed(() =>
  position.value
    ? results.flatMap(result =>
        'value' in result && result.kind === position.value!.quantity
          ? [
              {
                label: result.label,
                text: formatQuantity(result.value, result.kind, {
                  ...(result.unit ? { unit: result.unit } : {}),
                  ...(result.decimals === undefined ? {} : { decimals: result.decimals }),
                }).replaceAll('\u00a0', ' '),
              },
            ]
          : [],
      )
    : [],
)
</script>

<template>
  <section
    class="plate into-job"
    aria-label="Into the job"
  >
    <RefusalNote
      v-if="job.problem"
      :text="job.problem"
    />
    <template v-else-if="position">
      <header>
        <p class="eyebrow">
          Into job <span class="mono">{{ job.meta!.number }}</span> of <span class="mono">{{ job.meta!.unitTag }}</span>
        </p>
        <nav aria-label="Back">
          <NuxtLink :to="`/jobs/${target.job}`">
            Back to the bench
          </NuxtLink>
          <NuxtLink :to="`/jobs/${target.job}/readings`">
            Readings
          </NuxtLink>
        </nav>
      </header>
      <JobGround>
        <ReadingDuty
          :position-key="target.position"
          :stage="target.stage"
          :offers="offers"
        />
      </JobGround>
      <RefusalNote :text="job.refusal" />
    </template>
    <RefusalNote
      v-else-if="job.sheet"
      :text="`Job ${job.meta!.number} takes no such reading. Go back to its bench and open the working from there.`"
    />
    <p
      v-else
      class="quiet"
    >
      Fetching the job …
    </p>
  </section>
</template>

<style scoped>
.into-job { padding: 16px 22px; margin-top: 16px; grid-column: 1 / -1; }
header { display: flex; justify-content: space-between; gap: 16px; flex-wrap: wrap; align-items: center; margin-bottom: 6px; }
nav { display: flex; gap: 18px; }
nav a { min-height: var(--target); display: inline-flex; align-items: center; }
.into-job :deep(h3) { display: flex; flex-wrap: wrap; gap: 2px 12px; align-items: baseline; }
.into-job :deep(h3 small) { font: 400 13px var(--text); color: var(--slate); }
@media print { .into-job { display: none; } }
</style>
