<script setup lang="ts">
import { computed } from 'vue'
import type { Step } from '#core'
import { useBench } from '../../../../job/use-bench'
import SecondPerson from '../../../../job/SecondPerson.vue'

/** A step with a danger, a debt or a mark is set aside: a lead stands for it. */
const { step } = defineProps<{ step: Step }>()
const bench = useBench()
const { job } = bench
const signed = computed(() => job.state.departuresSigned[step.key])
</script>

<template>
  <h3><span>Departure from the sheet</span><small>a lead signs</small></h3>
  <p
    v-if="signed"
    class="ok"
  >
    <Icon name="ph:seal-check" /> Signed by {{ signed.by }}<template v-if="job.waitingIds.has(signed.event)">, sealed on this device; name and PIN are checked when the link is back</template>
  </p>
  <template v-else>
    <p>This step carries a danger, a debt, a match-mark or a go/no-go reading, so it is not one person’s to leave.</p>
    <SecondPerson
      v-if="bench.mayWork.value"
      type="departure-signed"
      :body="{ step: step.key }"
      act="Sign it"
      :ready="true"
    />
  </template>
</template>
