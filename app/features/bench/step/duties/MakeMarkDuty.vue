<script setup lang="ts">
import { computed, ref } from 'vue'
import { markMade, markOf, MARK_WAYS, risksOf } from '#core'
import { useBench } from '../../../../job/use-bench'

const { markKey } = defineProps<{ markKey: string }>()
const bench = useBench()
const { job } = bench
const mark = computed(() => markOf(job.sheet, markKey))
const made = computed(() => markMade(job.state, markKey))
const way = ref(mark.value.way)
const angle = ref('')
const risk = computed(() => made.value ? undefined : risksOf(job.sheet, job.state, markKey, way.value)[0])
function make() {
  const angleDeg = Number(angle.value.replace(',', '.').replace('°', ''))
  job.act('mark-made', { mark: markKey, way: way.value, ...(angle.value.trim() && angleDeg >= 0 && angleDeg < 360 ? { angleDeg } : {}) })
}
</script>

<template>
  <h3><span><span class="mono">{{ mark.key }}</span> {{ mark.name }}</span></h3>
  <p>{{ mark.symbol }} — {{ mark.place }}</p>
  <p
    v-if="made"
    class="ok"
  >
    <Icon name="ph:check-bold" /> made by {{ made.way }}{{ made.angleDeg === undefined ? '' : ` at ${made.angleDeg}°` }}, {{ made.by }}
  </p>
  <div
    v-else-if="bench.mayWork.value"
    class="choices"
  >
    <el-button
      type="primary"
      @click="make"
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
    <label class="way">at
      <input
        v-model="angle"
        class="mono"
        inputmode="decimal"
        :placeholder="mark.angleDeg === undefined ? '0–359°' : `${mark.angleDeg}°`"
        :aria-label="`${mark.key}: angle from the index, in degrees`"
      >
    </label>
  </div>
  <p
    v-if="risk"
    class="risk"
  >
    <Icon name="ph:eraser" /> {{ risk.reason }}
  </p>
</template>

<style scoped>
.way { display: inline-flex; align-items: center; gap: 8px; }
input { width: 84px; min-height: var(--target); padding: 0 8px; border: 1px solid var(--rule-strong); background: var(--chalk); color: var(--ink); }
.risk { color: var(--brass); font-weight: 500; margin-top: 6px; }
select { min-height: var(--target); font: inherit; padding: 0 10px; background: var(--chalk); color: var(--ink); border: 1px solid var(--rule-strong); }
</style>
