<script setup lang="ts">
import { computed } from 'vue'
import { isSnugAt, type Joint, type Part, type Step } from '#core'
import { useBench } from '../../../job/use-bench'
import { inUnits } from '../../../ui/in-units'
import { jointFacts } from './joint-facts'

/** `bags`: those that hold what the step puts back. */
const { step, joint } = defineProps<{
  step: Step
  moves: readonly { part: Part, count: number }[]
  bags: ReadonlySet<string>
  joint: Joint | undefined
}>()

/** To the tenth below ten newton metres. */
const torqueOf = (newtonmetres: number) => inUnits(newtonmetres, 'torque', newtonmetres < 10 ? 1 : 0)
const torque = computed(() => {
  if (!joint) return ''
  if (isSnugAt(joint, step)) return torqueOf(joint.snug!.torqueNm)
  const { aim, from, to } = joint.torqueNm
  return from === undefined && to === undefined ? torqueOf(aim) : `${torqueOf(aim)} (${torqueOf(from ?? aim)} to ${torqueOf(to ?? aim)})`
})
/** Said before the spanner turns the wrong way. */
const { job } = useBench()
const leftHandOff = computed(() =>
  job.sheet.joints?.find(({ leftHand, fastener }) => leftHand && step.removes?.some(({ part }) => part === fastener))?.name ?? '')
const facts = computed(() => joint ? jointFacts(joint, step, torqueOf) : [])
</script>

<template>
  <dl class="facts">
    <template v-if="moves.length">
      <dt>{{ step.removes ? 'Comes out' : 'Goes in' }}</dt>
      <dd :data-says="step.removes ? 'removes' : 'refits'">
        <span
          v-for="{ part, count } in moves"
          :key="part.key"
          class="piece"
        ><span class="mono">{{ count }}×</span> {{ part.name }}<em v-if="part.neverAgain"> · new one each time</em></span>
        <span
          v-for="{ part } in moves.filter(m => m.part.handling)"
          :key="`h-${part.key}`"
          class="handling"
        >{{ part.handling }}</span>
      </dd>
    </template>
    <template v-if="step.lifts">
      <dt>Hangs</dt>
      <dd data-says="lifts">
        <strong class="mono">{{ inUnits(step.lifts.massKg, 'mass', 0) }}</strong> · {{ step.lifts.gear }}
        <span
          v-if="step.lifts.points"
          class="handling"
        >{{ step.lifts.points }}</span>
      </dd>
    </template>
    <template v-if="step.bag">
      <dt>Into</dt><dd
        class="mono"
        data-says="bag"
      >
        {{ step.bag }}
      </dd>
    </template>
    <template v-if="bags.size">
      <dt>Out of</dt><dd class="mono">
        {{ [...bags].join(' · ') }}
      </dd>
    </template>
    <template v-if="joint">
      <dt>Torque</dt>
      <dd data-says="tightens">
        <strong class="mono">{{ torque }}</strong> · <span class="mono">{{ joint.count }} × {{ joint.thread }}</span>
        <span
          v-for="fact in facts"
          :key="fact"
        > · {{ fact }}</span>
        <strong
          v-if="joint.leftHand"
          class="turns"
        ><Icon name="ph:arrow-counter-clockwise" /> Left-hand thread: it tightens anticlockwise.</strong>
        <span
          v-if="joint.keptApart"
          class="handling"
        >{{ joint.keptApart }}</span>
      </dd>
    </template>
    <template v-if="leftHandOff">
      <dt>Thread</dt>
      <dd>
        <strong class="turns"><Icon name="ph:arrow-clockwise" /> Left-hand thread: {{ leftHandOff }} comes off clockwise.</strong>
      </dd>
    </template>
    <template v-if="step.lubricant">
      <dt>{{ step.lubricant.kind === 'dry' ? 'Dry' : 'Lubricant' }}</dt>
      <dd data-says="lubricant">
        <strong>{{ step.lubricant.kind }}</strong>: {{ step.lubricant.text }}
      </dd>
    </template>
    <template v-if="step.orientation">
      <dt>Which way</dt><dd data-says="orientation">
        {{ step.orientation }}
      </dd>
    </template>
    <template v-if="step.layOn">
      <dt>Lay on</dt><dd data-says="layOn">
        {{ step.layOn }}
      </dd>
    </template>
    <template v-if="step.tools">
      <dt>Tools</dt><dd data-says="tools">
        {{ step.tools.join(' · ') }}
      </dd>
    </template>
  </dl>
</template>

<style scoped>
.facts { display: grid; grid-template-columns: 84px 1fr; margin: 10px 0 0; }
dt, dd { padding: 6px 0; border-bottom: 1px solid var(--rule); margin: 0; }
dt { color: var(--slate); }
.piece { display: block; }
.piece em { color: var(--brass); font-style: normal; }
.turns { display: block; color: var(--oxide); }
.turns svg { vertical-align: -2px; }
.handling { display: block; color: var(--slate); font-size: 14px; }
</style>
