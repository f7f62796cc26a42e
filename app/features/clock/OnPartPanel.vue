<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Arc, EvidenceItem } from '#core'
import { useBench } from '../../job/use-bench'
import ReasonForm from '../../ui/ReasonForm.vue'
import FindingEntry from './FindingEntry.vue'
import FoundList from './FoundList.vue'
import PinchMode from './PinchMode.vue'
import SpringsRow from './SpringsRow.vue'
import TieForm from './TieForm.vue'
import type { DrawnFinding } from './use-clock'

/** What is found on the picked thing, what is noted on it, and how its ring lies. */
const { item, items, findings } = defineProps<{
  item: EvidenceItem
  items: readonly EvidenceItem[]
  findings: readonly DrawnFinding[]
}>()
const draft = defineModel<Arc | null>('draft', { required: true })
const turning = defineModel<boolean>('turning', { required: true })
const turnedDeg = defineModel<number>('turnedDeg', { required: true })
const bench = useBench()
const { job } = bench
const isSoft = computed(() => item.role === 'o-ring' || item.role === 'lip seal')
const pinching = ref(false)

function sign(reason: string): void {
  if (job.act('frame-turned', { item: item.key, byDeg: turnedDeg.value, reason })) leave()
}
function leave(): void {
  turning.value = false
  turnedDeg.value = 0
}
</script>

<template>
  <FindingEntry
    v-if="bench.mayWork.value && !turning"
    class="block"
    :item="item"
    :arc="draft"
    @noted="draft = null"
  />
  <FoundList :findings="findings" />
  <SpringsRow
    v-if="item.role === 'spring'"
    class="block"
    :item="item"
  />
  <template v-if="bench.mayWork.value">
    <div class="deeds">
      <el-button
        v-if="isSoft"
        @click="pinching = true"
      >
        Hold it at 12 …
      </el-button>
      <el-button
        :aria-pressed="turning"
        @click="turning ? leave() : turning = true"
      >
        {{ turning ? 'Leave its frame' : 'Turn its frame …' }}
      </el-button>
    </div>
    <template v-if="turning">
      <p>Turned by <strong class="mono">{{ turnedDeg }}°</strong>: drag the ring, or use the arrows on the clock.</p>
      <ReasonForm
        v-if="turnedDeg !== 0"
        id="why-turned"
        question="Why was its 12 o’clock elsewhere?"
        act="Sign the turn"
        @sign="sign"
      />
    </template>
    <TieForm
      v-else
      :item="item"
      :items="items"
    />
  </template>
  <PinchMode
    v-if="isSoft"
    v-model="pinching"
    :item="item"
    :findings="findings"
  />
</template>

<style scoped>
.block { margin-top: 12px; }
.deeds { display: flex; gap: 8px; flex-wrap: wrap; margin-top: 12px; }
.deeds .el-button { margin: 0; }
@media print { .deeds { display: none; } }
</style>
