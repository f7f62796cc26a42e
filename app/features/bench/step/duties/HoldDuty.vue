<script setup lang="ts">
import { computed } from 'vue'
import type { Step } from '#core'
import { useBench } from '../../../../job/use-bench'
import SecondPerson from '../../../../job/SecondPerson.vue'

const { step, text } = defineProps<{ step: Step, text: string }>()
const bench = useBench()
const { job } = bench
const released = computed(() => job.state.released[step.key])
const others = computed(() => bench.dutiesLeft.value.some(duty => duty.kind !== 'hold'))
</script>

<template>
  <h3><span>◆ Hold point</span><small>a second person</small></h3>
  <p>{{ text }}</p>
  <p
    v-if="released"
    class="ok"
  >
    <Icon name="ph:seal-check" /> Released by {{ released.by }}<template v-if="job.waitingIds.has(released.event)">, sealed on this device; name and PIN are checked when the link is back</template>
  </p>
  <SecondPerson
    v-else-if="bench.mayWork.value"
    type="hold-released"
    :body="{ step: step.key }"
    act="Release"
    :ready="!others && bench.statusOf(step) === 'next'"
  >
    <p
      v-if="others"
      class="wait"
    >
      First what else the step asks for.
    </p>
  </SecondPerson>
</template>

<style scoped>
.wait { color: var(--brass); }
</style>
