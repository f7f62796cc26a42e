<script setup lang="ts">
import { computed, ref } from 'vue'
import { patternOf, slackenedAt, slackeningCare, slackeningOrder, type Step } from '#core'
import { useBench } from '../../job/use-bench'
import RingDrawing from './RingDrawing.vue'

/** What comes off is let go evenly before any fastener is out: the bolts as they lie, numbered as they are eased. */
const { step, jointKey } = defineProps<{ step: Step, jointKey: string }>()
const bench = useBench()
const { job } = bench
const slackened = computed(() => slackenedAt(job.sheet, step).find(({ joint: { key } }) => key === jointKey)!)
const joint = computed(() => slackened.value.joint)
const eased = computed(() => job.state.jointsEased.find(one => one.step === step.key && one.joint === jointKey && !one.overtaken))
const order = computed(() => slackened.value.sets > 0
  ? slackeningOrder({ layout: joint.value.layout!, pattern: patternOf(joint.value) })[0]!.order
  : [])
/** The bolts gone over so far, for whoever follows on the drawing; the record has one entry, that all are eased. */
const turned = ref(0)
const hand = computed(() => order.value[turned.value])
const bolts = computed(() => order.value.map((_, bolt) => {
  const place = order.value.indexOf(bolt)
  return { bolt, number: place + 1, state: place < turned.value ? 'told' as const : 'open' as const, times: 0 }
}))
</script>

<template>
  <h3>
    <span>{{ joint.name }}: let go evenly</span>
    <small v-if="eased">{{ eased.by }}</small>
    <small
      v-else
      class="mono"
    >{{ slackened.count }} × {{ joint.thread }}</small>
  </h3>
  <p
    v-if="eased"
    class="ok"
  >
    <Icon name="ph:check-bold" /> All eased; seen open
  </p>
  <div
    v-else
    class="easing"
  >
    <ul class="care">
      <li
        v-for="line in slackeningCare(joint)"
        :key="line"
      >
        <Icon name="ph:warning" /> {{ line }}
      </li>
    </ul>
    <div v-if="order.length > 0">
      <RingDrawing
        :layout="joint.layout!"
        :bolts="bolts"
        :hand="hand"
        deed="eased"
        :label="`${joint.name}, numbered as they are eased`"
        @pick="bolt => { turned = order.indexOf(bolt) }"
      />
      <p class="quiet">
        Eased in this order<template v-if="joint.seenFrom">
          · seen from {{ joint.seenFrom }}
        </template><template v-if="slackened.sets > 1">
          · each of {{ slackened.sets }}
        </template>
      </p>
    </div>
    <el-button
      v-if="bench.mayWork.value"
      type="primary"
      class="deed"
      data-foot
      @click="job.act('joint-eased', { step: step.key, joint: jointKey })"
    >
      All {{ slackened.count }} eased, joint seen open
    </el-button>
  </div>
</template>

<style scoped>
.easing { display: grid; grid-template-columns: repeat(auto-fit, minmax(200px, 1fr)); gap: 6px 16px; align-items: start; }
.easing :deep(.ring) { max-height: 230px; }
.care li { padding: 2px 0; }
.care svg { color: var(--oxide); vertical-align: -2px; }
.deed { grid-column: 1 / -1; min-height: 56px; width: 100%; font-size: 20px; }
</style>
