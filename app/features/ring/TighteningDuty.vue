<script setup lang="ts">
import { computed, ref } from 'vue'
import { boltNumber, closesToRing, isRetightening, lastPulledAt, tighteningCare, type Step } from '#core'
import { useBench } from '../../job/use-bench'
import SecondPerson from '../../job/SecondPerson.vue'
import { torqueInUnits as torque } from '../../ui/in-units'
import { laterComponent } from '../../ui/later'
import { moment } from '../../ui/moment'
import { PATTERN_WORDS } from '../../ui/tightening-words'
import JointReady from './JointReady.vue'
import LockTurn from './LockTurn.vue'
import PassRow from './PassRow.vue'
import PullEntry from './PullEntry.vue'
import RingDrawing from './RingDrawing.vue'
import { useTightening } from './use-tightening'

const SchoolsCompare = laterComponent(() => import('./SchoolsCompare.vue'))

/** The joint of a step: made ready, pulled pass by pass, locked. */
const { step } = defineProps<{ step: Step }>()
const bench = useBench()
const { job } = bench
const work = useTightening(bench, () => step)
const { stand, plan, need, pass, isPulling, hand, setAt, drawn, picked } = work
const joint = computed(() => plan.value.joint)
const care = computed(() => tighteningCare(plan.value, { isAgain: isRetightening(job.sheet, job.state, step) }))
/** Settling is told in the last round, of the bolt in hand, and also after it: a witness line that no longer meets. */
const mayMove = computed(() => bench.mayWork.value && !job.state.done[step.key] && pass.value.isFinalRound)
const movedHere = computed(() => job.state.boltsMoved.filter(moved => moved.step === step.key && !moved.overtaken))
/** A frame is drawn across, its deeds below it. */
const isWide = computed(() => joint.value.layout!.kind === 'rectangle' && joint.value.layout!.long > joint.value.layout!.short * 1.5)
const lastPull = computed(() => lastPulledAt(job.sheet, job.state, joint.value.key))
/** Locks that want the nut at one of several places. */
const TURNED_ON = new Set(['split pin', 'castle nut', 'tab washer'])
const changing = ref(false)
const comparing = ref(false)
const canCompare = computed(() => plan.value.bolts > 3 && closesToRing(joint.value.layout!))
const tellMoved = () => {
  const bolt = picked.value ?? hand.value ?? setAt.value * plan.value.bolts
  job.act('bolt-moved', { step: step.key, pass: pass.value.index, bolt })
}
</script>

<template>
  <h3>
    <span>{{ joint.name }}</span>
    <small class="mono">{{ joint.count }} × {{ joint.thread }}<template v-if="joint.propertyClass"> · {{ joint.propertyClass }}</template> · {{ torque(plan.targetNm) }}</small>
  </h3>
  <p
    v-if="plan.targetNm !== plan.sheetTargetNm"
    class="changed"
  >
    <Icon name="ph:warning" /> {{ torque(plan.targetNm) }} with {{ plan.lubricant }}; the sheet says {{ torque(plan.sheetTargetNm) }} with {{ joint.lubricant.kind }}.
  </p>
  <PassRow
    :passes="stand.passes"
    :at="pass.index"
    :is-done="need?.kind !== 'pass'"
  />
  <p
    v-if="lastPull"
    class="quiet"
  >
    Last pulled {{ moment(lastPull) }}
  </p>
  <div
    class="work"
    :class="{ wide: isWide }"
  >
    <div class="drawing">
      <RingDrawing
        :layout="joint.layout!"
        :bolts="drawn"
        :hand="hand"
        :label="`${joint.name}, ${PATTERN_WORDS[plan.pattern]}`"
        @pick="bolt => { if (isPulling) picked = bolt }"
      />
      <p class="quiet">
        {{ PATTERN_WORDS[plan.pattern] }}<template v-if="joint.seenFrom">
          · seen from {{ joint.seenFrom }}
        </template><template v-if="plan.sets > 1">
          · joint {{ setAt + 1 }} of {{ plan.sets }}
        </template>
      </p>
    </div>
    <div class="deeds">
      <JointReady
        v-if="bench.mayWork.value && (need?.kind === 'prepare' || changing)"
        :stand="stand"
        :step-key="step.key"
        @made="changing = false"
      />
      <template v-if="need?.kind === 'sign'">
        <p>A lead stands for the other target.</p>
        <SecondPerson
          v-if="bench.mayWork.value"
          type="target-signed"
          :body="{ step: step.key, prepared: stand.prepared!.event }"
          :act="`Sign ${torque(plan.targetNm)}`"
          :ready="true"
        />
      </template>
      <PullEntry
        v-if="isPulling"
        :work="work"
      />
      <template v-if="need?.kind === 'lock'">
        <p>New ones only; what was bent once breaks at the second time.</p>
        <LockTurn
          v-if="plan.lock && TURNED_ON.has(plan.lock)"
          :lock="plan.lock"
          :thread="joint.thread"
          :from-nm="stand.passes.at(-1)!.fromNm"
          :to-nm="stand.passes.at(-1)!.toNm"
        />
        <el-button
          v-if="bench.mayWork.value"
          type="primary"
          class="deed"
          data-foot
          @click="job.act('lock-put', { step: step.key, count: joint.count })"
        >
          All {{ joint.count }} locked by a new {{ plan.lock }}
        </el-button>
      </template>
      <p
        v-if="!need"
        class="ok"
      >
        <Icon name="ph:check-bold" /> Tight: {{ torque(plan.targetNm) }}, {{ stand.passes.length === 1 ? 'one pass' : `${stand.passes.length} passes` }}
      </p>
    </div>
    <ul
      v-if="need"
      class="care"
      aria-label="What to mind"
    >
      <li
        v-for="line in care"
        :key="line"
      >
        {{ line }}
      </li>
    </ul>
  </div>
  <p
    v-for="moved in movedHere"
    :key="moved.event"
    class="quiet"
  >
    Bolt {{ boltNumber(plan, moved.bolt) }} still moved at the full torque: once more round.
  </p>
  <div class="choices">
    <el-button
      v-if="mayMove"
      text
      @click="tellMoved"
    >
      Bolt {{ boltNumber(plan, picked ?? hand ?? setAt * plan.bolts) }} still moved
    </el-button>
    <el-button
      v-if="bench.mayWork.value && need && need.kind !== 'prepare' && !changing"
      text
      @click="changing = true"
    >
      Otherwise than the sheet …
    </el-button>
    <el-button
      v-if="canCompare"
      text
      :aria-expanded="comparing"
      @click="comparing = !comparing"
    >
      {{ comparing ? 'Put the schools away' : 'Compare the schools' }}
    </el-button>
  </div>
  <SchoolsCompare
    v-if="comparing"
    :plan="plan"
  />
</template>

<style scoped>
.work { display: grid; grid-template-columns: minmax(180px, 5fr) minmax(240px, 6fr); gap: 14px; align-items: start; margin-top: 8px; }
@media (max-width: 560px) { .work { grid-template-columns: minmax(0, 1fr); } }
.work.wide { grid-template-columns: minmax(0, 1fr); }
.work.wide :deep(.ring) { max-height: 220px; }
.drawing > p { text-align: center; font-size: 14px; }
.deeds { grid-row: span 2; }
.work.wide .deeds { grid-row: auto; }
.care { font-size: 14.5px; color: var(--slate); }
.care li { padding: 2px 0 2px 14px; position: relative; }
.care li::before { content: '–'; position: absolute; left: 0; }
.deed { min-height: 56px; width: 100%; font-size: 20px; }
.changed { color: var(--brass); font-weight: 500; }
</style>
