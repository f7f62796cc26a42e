<script setup lang="ts">
import { computed } from 'vue'
import { capital, isLeftForLater, openDuties, partOf, sayDuties, type Step } from '#core'
import { useBench } from '../../../job/use-bench'
import { moment } from '../../../ui/moment'
import SecondPerson from '../../../job/SecondPerson.vue'

/** How the work departed from a step, and what can still be done about it. */
const { step } = defineProps<{ step: Step }>()
const bench = useBench()
const { job } = bench
const made = computed(() => job.state.departures[step.key])
const signed = computed(() => job.state.departuresSigned[step.key])
const madeGood = computed(() => job.state.madeGood[step.key])
const isDone = computed(() => bench.statusOf(step) === 'done')
const isLeft = computed(() => isDone.value && isLeftForLater(job.state, step.key))
const missing = computed(() => isLeft.value ? sayDuties(job.sheet, step, openDuties(job.sheet, job.state, step, { wholly: true })) : '')
</script>

<template>
  <section
    v-if="made"
    class="departure"
    aria-label="Departure"
  >
    <p>
      <Icon name="ph:signpost" /> <strong>{{ capital(made.how) }}.</strong> {{ made.reason }}
      <span
        v-for="{ part, count } in made.counted ?? []"
        :key="part"
      > · counted <b class="mono">{{ count }}</b> {{ partOf(job.sheet, part).name }}</span>
    </p>
    <p class="quiet">
      {{ made.by }}, {{ moment(made.at) }}<template v-if="signed">
        · signed by {{ signed.by }}
      </template><template v-if="madeGood">
        · made good by {{ madeGood.by }}, {{ moment(madeGood.at) }}
      </template>
    </p>
    <template v-if="bench.mayWork.value">
      <el-button
        v-if="!isDone"
        text
        @click="bench.takeBack(made.event)"
      >
        Take the departure back
      </el-button>
      <template v-else-if="isLeft">
        <p>It is still to be done. The job closes when it is made good, or when a lead signs that it stays so.</p>
        <el-button
          :disabled="missing !== ''"
          @click="job.act('step-made-good', { step: step.key })"
        >
          It is done now
        </el-button>
        <p
          v-if="missing"
          class="quiet"
        >
          First {{ missing }}.
        </p>
        <SecondPerson
          v-if="!signed"
          type="departure-signed"
          :body="{ step: step.key }"
          act="It stays so"
          :ready="true"
        />
      </template>
    </template>
  </section>
</template>

<style scoped>
.departure { margin-top: 10px; padding: 10px 14px; border: 1px dashed var(--ink); background: var(--chalk); }
.departure > p > svg { vertical-align: -3px; font-size: 19px; margin-right: 4px; }
</style>
