<script setup lang="ts">
import type { DutyLine, Step } from '#core'
import CheckMarkDuty from './CheckMarkDuty.vue'
import DecisionDuty from './DecisionDuty.vue'
import DepartureDuty from './DepartureDuty.vue'
import EvidenceDuty from './EvidenceDuty.vue'
import HandCheckDuty from './HandCheckDuty.vue'
import HoldDuty from './HoldDuty.vue'
import OutsideDuty from './OutsideDuty.vue'
import { LookDuty } from '../../../clock'
import { ReadingDuty } from '../../../readings'
import { EasingDuty, TighteningDuty } from '../../../ring'
import { SettingDuty, WettingDuty } from '../../../seal'
import { laterComponent } from '../../../../ui/later'
import WayDuty from './WayDuty.vue'

/* What needs lists to choose from comes when a step first asks for it. */
const MakeMarkDuty = laterComponent(() => import('./MakeMarkDuty.vue'))
const ServiceDuty = laterComponent(() => import('./ServiceDuty.vue'))
const PlaceDuty = laterComponent(() => import('./PlaceDuty.vue'))

/** One thing that the step asks for, as the form in which it is done. */
const { line, step } = defineProps<{ line: DutyLine, step: Step }>()
const checkOf = (key: string) => step.feels!.find(check => check.key === key)!
</script>

<template>
  <li
    class="duty"
    :data-duty="line.duty.kind"
    :class="{ met: line.met }"
  >
    <ReadingDuty
      v-if="line.duty.kind === 'reading'"
      :position-key="line.duty.position"
      :stage="line.duty.stage"
    />
    <MakeMarkDuty
      v-else-if="line.duty.kind === 'make mark'"
      :mark-key="line.duty.mark"
    />
    <CheckMarkDuty
      v-else-if="line.duty.kind === 'check mark'"
      :mark-key="line.duty.mark"
    />
    <DecisionDuty
      v-else-if="line.duty.kind === 'decision'"
      :part-key="line.duty.part"
    />
    <DepartureDuty
      v-else-if="line.duty.kind === 'departure'"
      :step="step"
    />
    <WayDuty
      v-else-if="line.duty.kind === 'way'"
      :choice-key="line.duty.choice"
    />
    <HandCheckDuty
      v-else-if="line.duty.kind === 'hand check'"
      :step="step"
      :check="checkOf(line.duty.check)"
    />
    <PlaceDuty
      v-else-if="line.duty.kind === 'place'"
      :part-key="line.duty.part"
    />
    <OutsideDuty
      v-else-if="line.duty.kind === 'outside'"
      :step="step"
      :part-key="line.duty.part"
      :met="line.met"
    />
    <ServiceDuty
      v-else-if="line.duty.kind === 'service'"
      :envelope-key="line.duty.envelope"
    />
    <TighteningDuty
      v-else-if="line.duty.kind === 'tightening'"
      :step="step"
    />
    <EasingDuty
      v-else-if="line.duty.kind === 'easing'"
      :step="step"
      :joint-key="line.duty.joint"
    />
    <WettingDuty
      v-else-if="line.duty.kind === 'wetting'"
      :step="step"
      :part-key="line.duty.part"
      :met="line.met"
    />
    <SettingDuty
      v-else-if="line.duty.kind === 'setting' || line.duty.kind === 'setting again'"
      :seal-key="line.duty.seal"
      :place="line.duty.place"
      :is-again="line.duty.kind === 'setting again'"
    />
    <HoldDuty
      v-else-if="line.duty.kind === 'hold'"
      :step="step"
      :text="line.duty.text"
    />
    <LookDuty
      v-else-if="line.duty.kind === 'look'"
      :part-key="line.duty.part"
      :met="line.met"
    />
    <EvidenceDuty
      v-else
      :duty="line.duty"
      :step="step"
      :met="line.met"
    />
  </li>
</template>

<style scoped>
.duty { border: 1px solid var(--rule-strong); padding: 10px 14px; }
.duty.met { border-color: var(--rule); border-left: 5px solid var(--verdigris); }
.duty :deep(h3) { display: flex; align-items: baseline; gap: 2px 10px; flex-wrap: wrap; justify-content: space-between; }
.duty :deep(h3 small) { font: 400 13px var(--text); color: var(--slate); }
.duty :deep(.choices) { display: flex; gap: 8px; flex-wrap: wrap; margin-top: 8px; }
.duty :deep(.ok) { color: var(--verdigris); font-weight: 500; }
</style>
