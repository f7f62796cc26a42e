<script setup lang="ts">
import { computed } from 'vue'
import { machineNow, needsMore, type Step } from '#core'
import { useBench } from '../../../job/use-bench'

/** How the machine stands by the ticks, what is in it for the time of the work, and whether that is what the step needs. */
const { step } = defineProps<{ step: Step }>()
const { job, sheet, statusOf } = useBench()
const now = computed(() => machineNow(sheet.value, job.state))
const isDone = computed(() => statusOf(step) === 'done')
const problem = computed(() => isDone.value ? null : needsMore(sheet.value, job.state, step))
const icon = computed(() => now.value.state === 'powered' ? 'ph:lightning' : now.value.state === 'turns by hand' ? 'ph:arrows-clockwise' : 'ph:lock-key')
const makes = computed(() => step.state)
</script>

<template>
  <div
    v-if="now.state || makes"
    class="machine"
    aria-label="The machine"
  >
    <p
      v-if="now.state"
      class="now"
      :class="{ powered: now.state === 'powered' }"
    >
      <Icon :name="icon" /> <strong>{{ now.state }}</strong>
      <span v-if="now.lets"> · only {{ now.lets.join(' and ') }} on</span>
      <span
        v-if="now.temporary.length"
        class="inside"
      > · in it: {{ now.temporary.join(', ') }}</span>
    </p>
    <p
      v-if="problem"
      class="problem"
      role="status"
    >
      <Icon name="ph:warning" /> {{ problem }}
    </p>
    <p
      v-if="makes && !isDone"
      class="makes"
      data-says="state"
    >
      <Icon name="ph:arrow-right" /> With this tick: <strong>{{ makes.makes }}</strong><template v-if="makes.for">, for {{ makes.for }}</template><template v-if="makes.releasedBy">; released by {{ makes.releasedBy }}</template>
    </p>
  </div>
</template>

<style scoped>
.machine { margin-top: 7px; padding: 2px 12px; border-left: 5px solid var(--scribe); background: var(--paper); font-size: 14px; }
p { margin: 1px 0; }
strong { font: 600 16px/1.2 var(--label); }
svg { vertical-align: -2px; }
.powered strong, .powered svg { color: var(--oxide); }
.inside { color: var(--brass); }
.problem { color: var(--oxide); font-weight: 500; }
.makes { color: var(--slate); }
</style>
