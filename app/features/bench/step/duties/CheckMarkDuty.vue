<script setup lang="ts">
import { computed } from 'vue'
import { markChecked, markMade, markOf, MARK_RESULTS } from '#core'
import { useBench } from '../../../../job/use-bench'

const { markKey } = defineProps<{ markKey: string }>()
const bench = useBench()
const { job } = bench
const mark = computed(() => markOf(job.sheet, markKey))
const made = computed(() => markMade(job.state, markKey))
const check = computed(() => markChecked(job.state, markKey))
const words = { 'matches': 'Matches', 'does not match': 'Does not match', 'lost': 'Cannot be read' }
</script>

<template>
  <h3><span>Check <span class="mono">{{ mark.key }}</span> {{ mark.name }}</span> <small v-if="made">{{ made.way }}, {{ made.by }}</small></h3>
  <p>{{ mark.symbol }} — {{ mark.place }}</p>
  <p
    v-if="check"
    :class="check.result === 'matches' ? 'ok' : 'bad'"
  >
    <Icon :name="check.result === 'matches' ? 'ph:check-bold' : 'ph:warning-diamond'" /> {{ words[check.result] }}, {{ check.by }}
    <template v-if="check.result !== 'matches'">
      · the job cannot close like this
    </template>
  </p>
  <div
    v-if="bench.mayWork.value && check?.result !== 'matches'"
    class="choices"
  >
    <el-button
      v-for="result in MARK_RESULTS"
      :key="result"
      :type="result === 'matches' ? 'primary' : 'default'"
      @click="job.act('mark-checked', { mark: markKey, result })"
    >
      {{ words[result] }}
    </el-button>
  </div>
</template>

<style scoped>
.bad { color: var(--oxide); font-weight: 500; }
</style>
