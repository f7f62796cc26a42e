<script setup lang="ts">
import { computed, ref } from 'vue'
import { disagreement, DomainError, envelopeOf, formatQuantity, parseQuantity } from '#core'
import { useBench } from '../../../../job/use-bench'
import RefusalNote from '../../../../ui/RefusalNote.vue'

/** What the unit is to do from now on, against what the machine is built for. */
const { envelopeKey } = defineProps<{ envelopeKey: string }>()
const bench = useBench()
const { job } = bench
const envelope = computed(() => envelopeOf(bench.sheet.value, envelopeKey))
const stated = computed(() => job.state.service[envelopeKey])
const editing = ref(false)
const [text, reason] = [ref(''), ref('')]
const understood = computed(() => {
  if (!text.value.trim()) return null
  try {
    return { value: parseQuantity(text.value, envelope.value.quantity).value, problem: '' }
  } catch (error) {
    if (error instanceof DomainError) return { value: NaN, problem: error.message }
    throw error
  }
})
const isAsked = computed(() => bench.mayWork.value && (!stated.value || editing.value))
const against = computed(() => {
  const value = isAsked.value ? understood.value?.value : stated.value?.value
  return value === undefined || Number.isNaN(value) ? null : disagreement(envelope.value, value)
})
function state() {
  const { value, problem } = understood.value ?? { value: NaN, problem: 'none' }
  if (problem) return
  const because = reason.value.trim()
  if (job.act('service-stated', { envelope: envelopeKey, value, ...(against.value && because ? { reason: because } : {}) })) editing.value = false
}
</script>

<template>
  <h3><span>{{ envelope.name }}</span><small v-if="stated">{{ stated.by }}</small></h3>
  <p class="quiet">
    Up to or above {{ formatQuantity(envelope.limit, envelope.quantity, { decimals: 0 }) }}? {{ envelope.why }}
  </p>
  <p
    v-if="stated && !isAsked"
    :class="{ ok: !against }"
  >
    <Icon :name="against ? 'ph:warning' : 'ph:check-bold'" /> <span class="mono">{{ formatQuantity(stated.value, envelope.quantity, { decimals: 0 }) }}</span>
    <template v-if="!against">: the machine is built for it</template>
    <el-button
      v-if="bench.mayWork.value"
      text
      @click="editing = true"
    >
      Another value
    </el-button>
  </p>
  <form
    v-if="isAsked"
    @submit.prevent="state"
  >
    <el-input
      v-model="text"
      class="mono"
      :aria-label="`${envelope.name}, with its unit`"
      :placeholder="formatQuantity(envelope.limit, envelope.quantity, { decimals: 0 })"
    />
    <el-input
      v-if="against"
      v-model="reason"
      aria-label="Who stands for it, and why"
      placeholder="It goes so all the same, because …"
    />
    <el-button
      type="primary"
      native-type="submit"
      :disabled="!understood || !!understood.problem"
    >
      State it
    </el-button>
  </form>
  <RefusalNote :text="understood?.problem ?? ''" />
  <p
    v-if="against"
    class="against"
    role="status"
  >
    <Icon name="ph:warning" /> {{ against }}<template v-if="stated?.reason && !isAsked">
      {{ stated.reason }}
    </template>
  </p>
</template>

<style scoped>
form { display: flex; flex-wrap: wrap; gap: 8px; margin-top: 8px; }
form .el-input { flex: 1 1 200px; max-width: 340px; }
.against { margin-top: 8px; color: var(--oxide); }
</style>
