<script setup lang="ts">
import { computed, ref } from 'vue'
import { DISPOSITIONS, dispositionOf, partOf, type Disposition } from '#core'
import type { Bench } from './use-bench'

const { partKey, bench } = defineProps<{ partKey: string, bench: Bench }>()
const { job } = bench
const part = computed(() => partOf(job.sheet!, partKey))
const decided = computed(() => dispositionOf(job.state, partKey))
const reason = ref('')
const asking = ref<Disposition | null>(null)

function decide(disposition: Disposition) {
  // An old part where a new one is due: only with a reason, and the job stays open with it.
  if (part.value.neverAgain && (disposition === 'reuse' || disposition === 'repair') && !reason.value.trim()) {
    asking.value = disposition
    return
  }
  if (job.act('part-disposed', { part: partKey, disposition, ...(reason.value.trim() ? { reason: reason.value.trim() } : {}) })) asking.value = null
}
</script>

<template>
  <h3>
    <span>{{ part.name }}</span>
    <small v-if="part.neverAgain">never goes back: replace</small>
    <small v-else-if="decided">{{ decided.by }}</small>
  </h3>
  <div class="choices">
    <button
      v-for="disposition in DISPOSITIONS"
      :key="disposition"
      class="choice"
      :class="{ chosen: decided?.disposition === disposition }"
      :aria-pressed="decided?.disposition === disposition"
      :aria-label="`${part.name}: ${disposition}`"
      :disabled="!bench.mayWork.value"
      @click="decide(disposition)"
    >
      <span
        v-if="decided?.disposition === disposition"
        aria-hidden="true"
      >✓ </span>{{ disposition }}
    </button>
  </div>
  <form
    v-if="asking"
    class="reason"
    @submit.prevent="decide(asking)"
  >
    <label :for="`reason-${partKey}`">Why is the old one fitted for now? The job cannot close with it.</label>
    <el-input
      :id="`reason-${partKey}`"
      v-model="reason"
      maxlength="300"
    />
    <el-button
      native-type="submit"
      :disabled="!reason.trim()"
    >
      Fit the old one for now
    </el-button>
  </form>
  <p
    v-if="decided?.reason"
    class="quiet"
  >
    {{ decided.reason }}
  </p>
</template>

<style scoped>
.choice { min-height: var(--target); padding: 0 14px; background: var(--chalk); border: 1px solid var(--rule-strong); font: 500 16px var(--label); cursor: pointer; flex: 1; white-space: nowrap; }
.choice.chosen { background: var(--prussian); color: var(--on-prussian); border-color: var(--prussian); }
.reason { display: flex; flex-direction: column; gap: 6px; margin-top: 8px; }
</style>
