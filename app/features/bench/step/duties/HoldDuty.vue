<script setup lang="ts">
import { computed, onMounted } from 'vue'
import type { Step } from '#core'
import { useBench } from '../../../../job/use-bench'
import SecondPerson from '../../../../job/SecondPerson.vue'
import { useSessionStore } from '../../../../net/session-store'

const { step, text } = defineProps<{ step: Step, text: string }>()
const bench = useBench()
const { job } = bench
const released = computed(() => job.state.released[step.key])
const session = useSessionStore()
const isAlone = computed(() => session.isAlone && !job.isPractice && !released.value)
// Somebody may have been let in meanwhile.
onMounted(() => { if (isAlone.value) void session.look() })
const others = computed(() => bench.dutiesLeft.value.some(duty => duty.kind !== 'hold'))
</script>

<template>
  <h3><span>◆ Hold point</span><small>a second person</small></h3>
  <p>{{ text }}</p>
  <p
    v-if="isAlone"
    class="alone"
  >
    <Icon name="ph:users" /> <span>Nobody but you could release this yet. Somebody else is let in as lead, engineer or admin <NuxtLink
      v-if="session.may('people:write')"
      to="/office?tab=people"
    >in the office</NuxtLink><template v-else>in the office, by an admin</template>; then they sign here with their name and PIN.</span>
  </p>
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
.alone { display: flex; gap: 10px; padding: 8px 12px; margin: 6px 0; background: var(--brass-tint); border-left: 4px solid var(--brass-line); }
.wait { color: var(--brass); }
</style>
