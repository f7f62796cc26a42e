<script setup lang="ts">
import { computed, ref } from 'vue'
import { choiceOf, proposeWay } from '#core'
import ReasonForm from '../../../../ui/ReasonForm.vue'
import { useBench } from '../../../../job/use-bench'

const { choiceKey } = defineProps<{ choiceKey: string }>()
const bench = useBench()
const { job } = bench
const choice = computed(() => choiceOf(job.sheet, choiceKey))
const chosen = computed(() => job.state.ways[choiceKey])
const proposal = computed(() => proposeWay(job.sheet, job.state, choiceKey))
const asking = ref<string | null>(null)

function choose(way: string, reason?: string) {
  const body = { choice: choiceKey, way, ...(reason ? { reason } : {}) }
  if (job.asksReason('way-chosen', body)) asking.value = way
  else if (job.act('way-chosen', body)) asking.value = null
}
</script>

<template>
  <h3>{{ choice.question }} <small v-if="chosen">signed by {{ chosen.by }}</small></h3>
  <p
    v-if="proposal"
    class="quiet"
  >
    {{ proposal.reasons.join(' · ') }}
  </p>
  <div class="ways">
    <button
      v-for="way in choice.ways"
      :key="way.key"
      class="way"
      :class="{ chosen: chosen?.way === way.key }"
      :aria-pressed="chosen?.way === way.key"
      :disabled="!bench.mayWork.value || !!chosen"
      @click="choose(way.key)"
    >
      <strong>{{ chosen?.way === way.key ? '✓ ' : '' }}{{ way.name }}</strong>
      <span>{{ way.why }}</span>
      <em v-if="proposal?.way === way.key">proposed by the readings</em>
    </button>
  </div>
  <ReasonForm
    v-if="asking"
    :id="`way-${choiceKey}`"
    question="The readings speak for the other way. Why this one?"
    act="Sign it against the readings"
    @sign="reason => choose(asking!, reason)"
  />
  <p
    v-if="chosen?.reason"
    class="quiet"
  >
    {{ chosen.reason }}
  </p>
</template>

<style scoped>
.ways { display: grid; grid-template-columns: repeat(auto-fit, minmax(150px, 1fr)); gap: 8px; margin-top: 8px; }
.way { display: flex; flex-direction: column; gap: 2px; min-height: 64px; padding: 8px 12px; text-align: left; background: var(--chalk); border: 1px solid var(--rule-strong); color: var(--ink); cursor: pointer; font-size: 14px; }
.way strong { font: 600 17px var(--label); }
.way em { color: var(--brass); font-style: normal; }
.way.chosen { background: var(--prussian); color: var(--on-prussian); border-color: var(--prussian); }
.way.chosen em { color: inherit; }
</style>
