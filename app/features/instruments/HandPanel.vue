<script setup lang="ts">
import { computed, ref } from 'vue'
import { INSTRUMENT_FAULTS, type InstrumentFault } from '#shared/instruments/hand'
import ChoiceSelect from '../../ui/ChoiceSelect.vue'
import { torqueInUnits } from '../../ui/in-units'
import { useDockStore } from '../../net/dock-store'

/** What a hand does with a simulated instrument: of the demonstration only, a real shop has hands. */
const dock = useDockStore()
const pull = computed(() => dock.target?.hand?.deed === 'pull' ? dock.target.hand.to : null)
const place = computed(() => dock.target?.hand?.deed === 'place' ? dock.target.hand : null)
/** Some hands pull a little less or more than they should. */
const SHARES = [[0.8, 'too little'], [1, 'just right'], [1.2, 'too much']] as const
const WORDS: Record<InstrumentFault, string> = {
  silent: 'its battery is empty', rubbish: 'its cable is broken', flood: 'it floods', unit: 'it is set to another unit',
}
const FAULTS = [{ value: '' as const, label: 'no fault' }, ...INSTRUMENT_FAULTS.map(value => ({ value, label: WORDS[value] }))]
const fault = ref<InstrumentFault | ''>('')
function fail(how: InstrumentFault | '') {
  fault.value = how
  dock.hand({ deed: 'fail', how: how || null })
}
</script>

<template>
  <div
    class="hand"
    role="group"
    aria-label="Simulated instrument in the hand"
  >
    <span class="eyebrow">Simulated</span>
    <template v-if="pull !== null">
      <span>pulls to</span>
      <el-button
        v-for="[share, words] in SHARES"
        :key="words"
        :aria-label="`Pull ${words}, to ${torqueInUnits(pull * share)}`"
        @click="dock.hand({ deed: 'pull', to: Math.round(pull * share * 10) / 10 })"
      >
        {{ torqueInUnits(pull * share) }}
      </el-button>
    </template>
    <template v-else>
      <el-button
        :disabled="!place || !dock.fits"
        @click="place && dock.hand(place)"
      >
        Place it here
      </el-button>
      <el-button
        v-if="dock.target?.turn"
        @click="dock.hand({ deed: 'turn', byDeg: 370 })"
      >
        Turn it once round
      </el-button>
      <el-button @click="dock.hand({ deed: 'away' })">
        Take it off
      </el-button>
    </template>
    <ChoiceSelect
      label="What is wrong with the instrument"
      :model-value="fault"
      :choices="FAULTS"
      @update:model-value="fail"
    />
  </div>
</template>

<style scoped>
.hand { display: flex; flex-wrap: wrap; gap: 6px; align-items: center; padding: 4px 0 4px 10px; border-left: 3px dashed var(--rule-strong); font-size: 14.5px; }
.hand .el-button { padding: 0 10px; font-size: 15px; }
.hand .el-button + .el-button { margin-left: 0; }
.el-select { width: 96px; flex: 1 1 96px; max-width: 220px; }
</style>
