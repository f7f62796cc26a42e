<script setup lang="ts">
import { computed } from 'vue'
import { DISPOSITIONS, dispositionOf, type DutyLine } from '#core'
import { useBench } from '../../../../job/use-bench'
import { useProposal } from './use-proposal'

/** A long list of decisions is said with one tap where nothing speaks against what is proposed; what is contested waits for a person. */
const { duties } = defineProps<{ duties: readonly DutyLine[] }>()
const bench = useBench()
const { job } = bench
const { proposalOf } = useProposal()
const FEW = 3
const plain = computed(() => duties.flatMap(({ duty }) => {
  if (duty.kind !== 'decision' || dispositionOf(job.state, duty.part)) return []
  const { disposition, keptBy, isFounded } = proposalOf(duty.part)
  return isFounded && (keptBy === 'anybody' || keptBy === 'nobody') ? [{ part: duty.part, disposition }] : []
}))
const says = computed(() => DISPOSITIONS.flatMap((word) => {
  const count = plain.value.filter(({ disposition }) => disposition === word).length
  return count > 0 ? [`${count} ${word}`] : []
}).join(', '))
const decide = () => job.actTogether(plain.value.map(body => ({ type: 'part-disposed' as const, body })))
</script>

<template>
  <li
    v-if="plain.length >= FEW && bench.mayWork.value"
    class="all"
  >
    <span>Nothing speaks against {{ plain.length }} of the proposals.</span>
    <el-button @click="decide">
      As proposed: {{ says }}
    </el-button>
  </li>
</template>

<style scoped>
.all { display: flex; align-items: center; justify-content: space-between; gap: 8px 14px; flex-wrap: wrap; padding: 10px 14px; border: 1px dashed var(--rule-strong); }
.all .el-button { min-height: 48px; font-size: 17px; }
</style>
