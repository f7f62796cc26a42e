<script setup lang="ts">
import { computed, ref } from 'vue'
import { markMade, markOf, MARK_WAYS } from '#core'
import type { Bench } from './use-bench'

const { markKey, bench } = defineProps<{ markKey: string, bench: Bench }>()
const { job } = bench
const mark = computed(() => markOf(job.sheet!, markKey))
const made = computed(() => markMade(job.state, markKey))
const way = ref(mark.value.way)
</script>

<template>
  <h3><span><span class="mono">{{ mark.key }}</span> {{ mark.name }}</span></h3>
  <p>{{ mark.symbol }} — {{ mark.place }}</p>
  <p
    v-if="made"
    class="ok"
  >
    <Icon name="ph:check-bold" /> made by {{ made.way }}, {{ made.by }}
  </p>
  <div
    v-else-if="bench.mayWork.value"
    class="choices"
  >
    <el-button
      type="primary"
      @click="job.act('mark-made', { mark: markKey, way })"
    >
      {{ mark.key }} is made
    </el-button>
    <label class="way">by
      <select v-model="way">
        <option
          v-for="option in MARK_WAYS"
          :key="option"
        >{{ option }}</option>
      </select>
    </label>
  </div>
</template>

<style scoped>
.ok { color: var(--verdigris); font-weight: 500; }
.way { display: inline-flex; align-items: center; gap: 8px; }
select { min-height: var(--target); font: inherit; padding: 0 10px; background: var(--chalk); color: var(--ink); border: 1px solid var(--rule-strong); }
</style>
