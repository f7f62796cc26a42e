<script setup lang="ts">
import { computed } from 'vue'
import { jointOf, slackeningCare, type Step } from '#core'
import { useBench } from '../../job/use-bench'

/** What comes off is let go evenly before any fastener is out. */
const { step, jointKey } = defineProps<{ step: Step, jointKey: string }>()
const bench = useBench()
const { job } = bench
const joint = computed(() => jointOf(job.sheet, jointKey))
const eased = computed(() => job.state.jointsEased.find(one => one.step === step.key && one.joint === jointKey && !one.overtaken))
</script>

<template>
  <h3>
    <span>{{ joint.name }}: let go evenly</span>
    <small v-if="eased">{{ eased.by }}</small>
    <small
      v-else
      class="mono"
    >{{ joint.count }} × {{ joint.thread }}</small>
  </h3>
  <p
    v-if="eased"
    class="ok"
  >
    <Icon name="ph:check-bold" /> All eased; seen open
  </p>
  <template v-else>
    <ul class="care">
      <li
        v-for="line in slackeningCare(joint)"
        :key="line"
      >
        <Icon name="ph:warning" /> {{ line }}
      </li>
    </ul>
    <el-button
      v-if="bench.mayWork.value"
      type="primary"
      class="deed"
      data-foot
      @click="job.act('joint-eased', { step: step.key, joint: jointKey })"
    >
      All {{ joint.count }} eased, joint seen open
    </el-button>
  </template>
</template>

<style scoped>
.care { margin-block: 6px; }
.care li { padding: 2px 0; }
.care svg { color: var(--oxide); vertical-align: -2px; }
.deed { min-height: 56px; width: 100%; font-size: 20px; }
</style>
