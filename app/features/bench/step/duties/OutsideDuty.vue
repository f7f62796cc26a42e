<script setup lang="ts">
import { computed } from 'vue'
import { partOf, type Step } from '#core'
import { useBench } from '../../../../job/use-bench'

const { step, partKey, met } = defineProps<{ step: Step, partKey: string, met: boolean }>()
const bench = useBench()
const { job } = bench
const line = computed(() => bench.account.value.find(entry => entry.part.key === partKey)!)

/** Whatever is at hand goes out in one parcel, bag by bag. */
function send() {
  if (line.value.loose) job.act('part-moved', { part: partKey, count: line.value.loose, from: 'loose', to: 'outside' })
  for (const { tag, count } of [...line.value.bagged]) job.act('part-moved', { part: partKey, count, from: tag, to: 'outside' })
}
</script>

<template>
  <h3>{{ partOf(job.sheet, partKey).name }} <small>reserved: {{ step.outside!.shop }}</small></h3>
  <p>{{ step.outside!.why }}</p>
  <p
    v-if="met"
    class="ok"
  >
    <Icon name="ph:check-bold" /> It was there and is back
  </p>
  <div
    v-else-if="bench.mayWork.value"
    class="choices"
  >
    <el-button
      v-if="line.outside"
      type="primary"
      @click="job.act('part-moved', { part: partKey, count: line.outside, from: 'outside', to: 'loose' })"
    >
      It is back ({{ line.outside }})
    </el-button>
    <el-button
      v-else
      type="primary"
      @click="send"
    >
      Sent to the {{ step.outside!.shop }}
    </el-button>
  </div>
</template>
