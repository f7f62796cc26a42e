<script setup lang="ts">
import { computed, ref } from 'vue'
import { markMade, markOf, MARK_WAYS, risksOf } from '#core'
import ChoiceSelect from '../../../../ui/ChoiceSelect.vue'
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
    <span class="way">by
      <ChoiceSelect
        v-model="way"
        class="by"
        :label="`${mark.key}: made by`"
        :choices="MARK_WAYS.map(value => ({ value, label: value }))"
      />
    </span>
    <span class="way">at
      <el-input
        v-model="angle"
        class="mono angle"
        inputmode="decimal"
        :placeholder="mark.angleDeg === undefined ? '0–359°' : `${mark.angleDeg}°`"
        :aria-label="`${mark.key}: angle from the index, in degrees`"
      />
    </span>
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
.by { width: 124px; }
.angle { width: 92px; }
.risk { color: var(--brass); font-weight: 500; margin-top: 6px; }
</style>
