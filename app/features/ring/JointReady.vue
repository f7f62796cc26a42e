<script setup lang="ts">
import { computed, reactive } from 'vue'
import {
  engagement, formatQuantity, LUBRICANTS, refusedPattern, threadSize, TIGHTENING_PATTERNS,
  type EventBodies, type TighteningPattern, type TighteningStand,
} from '#core'
import { useBench } from '../../job/use-bench'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'
import { PATTERN_WORDS } from '../../ui/tightening-words'

/** Threads made ready, and what is done otherwise than the sheet says. */
const { stand, stepKey } = defineProps<{ stand: TighteningStand, stepKey: string }>()
const emit = defineEmits<{ made: [] }>()
const { job } = useBench()
const { plan, prepared } = stand
type Lubricant = (typeof LUBRICANTS)[number]
const said = reactive({
  bolts: prepared?.bolts ?? '' as 'new' | 'reused' | '',
  turns: prepared?.turns,
  lubricant: (plan.lubricant ?? '') as Lubricant | '',
  faceLubricant: (prepared?.faceLubricant ?? '') as Lubricant | '',
  pattern: plan.pattern,
  reason: prepared?.reason ?? '',
})
const patterns = TIGHTENING_PATTERNS.filter(pattern => !refusedPattern(plan.joint.layout!, pattern))
  .map(value => ({ value: value as TighteningPattern, label: PATTERN_WORDS[value] }))
const lubricants = [...LUBRICANTS].map(value => ({ value: value as Lubricant | '', label: value as string }))
const body = computed<EventBodies['joint-prepared']>(() => ({
  step: stepKey,
  ...said.bolts ? { bolts: said.bolts } : {},
  ...said.turns === undefined || said.turns === null ? {} : { turns: said.turns },
  ...said.lubricant && said.lubricant !== plan.joint.lubricant.kind ? { lubricant: said.lubricant } : {},
  ...said.faceLubricant ? { faceLubricant: said.faceLubricant } : {},
  ...said.pattern === plan.joint.pattern ? {} : { pattern: said.pattern },
  ...said.reason.trim() ? { reason: said.reason.trim() } : {},
}))
/** What the turns by hand say of the threads in hold. */
const held = computed(() => {
  const { thread, into, propertyClass } = plan.joint
  if (said.turns === undefined || said.turns === null) return null
  const there = formatQuantity(said.turns * threadSize(thread).pitchMm, 'length', { decimals: 0 })
  if (!into) return { text: `${there} in hold`, isEnough: true }
  const { verdict, wantedMm } = engagement({ thread, into, turns: said.turns, ...propertyClass ? { propertyClass } : {} })
  return verdict === 'too little'
    ? { text: `${there} in hold; ${into} wants ${formatQuantity(wantedMm, 'length', { decimals: 0 })}. Does it bottom, or is it too short?`,
        isEnough: false }
    : { text: `${there} in hold, enough in ${into}`, isEnough: true }
})
const asks = computed(() => job.asksReason('joint-prepared', body.value))
const make = () => {
  if (!asks.value && job.act('joint-prepared', body.value)) emit('made')
}
</script>

<template>
  <form
    class="ready"
    @submit.prevent="make"
  >
    <el-radio-group
      v-model="said.bolts"
      aria-label="Bolts new or reused"
    >
      <el-radio-button value="new">
        new bolts
      </el-radio-button>
      <el-radio-button value="reused">
        reused
      </el-radio-button>
    </el-radio-group>
    <div class="fields">
      <div>
        <span>In the thread</span>
        <ChoiceSelect
          v-model="said.lubricant"
          label="Lubricant in the thread"
          :choices="lubricants"
        />
      </div>
      <div>
        <span>At the face</span>
        <ChoiceSelect
          v-model="said.faceLubricant"
          label="Lubricant at the face"
          :choices="[{ value: '', label: 'not said' }, ...lubricants]"
        />
      </div>
      <div v-if="plan.bolts > 2">
        <span>Pattern</span>
        <ChoiceSelect
          v-model="said.pattern"
          label="Pattern"
          :choices="patterns"
        />
      </div>
      <div v-if="plan.joint.blind">
        <span>Turns by hand</span>
        <el-input-number
          v-model="said.turns"
          aria-label="Turns by hand until it sat"
          :min="0"
          :max="200"
          controls-position="right"
        />
      </div>
    </div>
    <p
      v-if="held"
      :class="held.isEnough ? 'quiet' : 'short'"
      role="status"
    >
      <Icon
        v-if="!held.isEnough"
        name="ph:warning"
      /> {{ held.text }}
    </p>
    <el-input
      v-if="asks || said.reason"
      v-model="said.reason"
      aria-label="Why otherwise than the sheet"
      placeholder="The sheet says it otherwise: why?"
      maxlength="300"
    />
    <el-button
      type="primary"
      native-type="submit"
      data-foot
      :disabled="asks"
    >
      Made ready so
    </el-button>
  </form>
</template>

<style scoped>
.ready { display: flex; flex-direction: column; gap: 10px; margin-top: 8px; }
.fields { display: grid; grid-template-columns: repeat(auto-fit, minmax(150px, 1fr)); gap: 8px; font-size: 14px; color: var(--slate); }
.fields > div { display: flex; flex-direction: column; gap: 2px; }
.short { color: var(--oxide); font-weight: 500; }
.ready > .el-button { min-height: 52px; font-size: 19px; }
</style>
