<script setup lang="ts">
import { computed, ref } from 'vue'
import { coversCalibration, formatQuantity, MATERIAL_NAMES, MATERIALS, type Position } from '#core'
import { serverNow } from '../../../net/server-clock'
import ChoiceSelect from '../../../ui/ChoiceSelect.vue'
import { dayOf } from '../../../ui/moment'
import type { Conditions } from './use-conditions'

/** The instrument of a reading and its calibration, and the temperatures of part and instrument when they matter. */
const { conditions, position } = defineProps<{ conditions: Conditions, position: Position }>()
const { tag, warmth, canBeWarm, offered, picked } = conditions
/** What could measure this place but is not meant for it stands behind a button; what was measured with is shown whatever it is. */
const withOthers = ref(false)
const shown = computed(() => [
  ...offered.value.likely,
  ...offered.value.others.filter(one => withOthers.value || one.tag === tag.value),
])
const isOver = () => !!picked.value && !coversCalibration(picked.value.calibratedUntil, serverNow().toISOString())
</script>

<template>
  <div class="with">
    <div class="instrument">
      <span>With</span>
      <ChoiceSelect
        v-model="tag"
        :label="`${position.name}: instrument`"
        :choices="[{ value: '', label: position.instrument }, ...shown.map(one => ({ value: one.tag, label: `${one.tag} · ${one.name}` }))]"
        :further="!withOthers && offered.others.length ? `Others (${offered.others.length})` : ''"
        @further="withOthers = true"
      />
    </div>
    <p
      v-if="picked"
      class="facts"
      :class="{ over: isOver() }"
    >
      <Icon
        v-if="isOver()"
        name="ph:warning"
      />{{ isOver() ? 'Calibration ended' : 'cal. to' }} <span class="mono">{{ dayOf(picked.calibratedUntil) }}</span> · U <span class="mono">{{ formatQuantity(picked.uncertainty, picked.quantity, { decimals: 3 }) }}</span>{{ isOver() ? ': the verdict stays doubtful' : '' }}
    </p>
    <div
      v-if="warmth.asked && canBeWarm"
      class="warmth"
    >
      <span class="one">Part <el-input
        v-model="warmth.part"
        class="mono"
        placeholder="°C"
        inputmode="decimal"
        autocomplete="off"
        :aria-label="`${position.name}: temperature of the part`"
      /></span>
      <span class="one">of <ChoiceSelect
        v-model="warmth.material"
        :label="`${position.name}: material of the part`"
        :choices="MATERIAL_NAMES.map(name => ({ value: name, label: `${name} · ${(MATERIALS[name].alphaPerK * 1e6).toFixed(1)}·10⁻⁶` }))"
      /></span>
      <span class="one">Instrument <el-input
        v-model="warmth.instrument"
        class="mono"
        placeholder="°C"
        inputmode="decimal"
        autocomplete="off"
        :aria-label="`${position.name}: temperature of the instrument`"
      /></span>
      <el-button
        text
        @click="warmth.asked = false"
      >
        At 20 °C
      </el-button>
    </div>
  </div>
</template>

<style scoped>
.with { display: flex; flex-wrap: wrap; gap: 4px 10px; align-items: center; margin-top: 8px; font-size: 14px; }
.instrument { display: flex; align-items: center; gap: 8px; flex: 1 1 220px; min-width: 0; }
.instrument > span, .one { color: var(--slate); }
.instrument .el-select { flex: 1; min-width: 0; }
.warmth { display: flex; flex-wrap: wrap; gap: 6px 12px; flex-basis: 100%; }
.one { display: flex; align-items: center; gap: 8px; }
.one .el-input { width: 84px; }
.one .el-select { width: 190px; }
.facts { color: var(--slate); }
.facts.over { color: var(--brass); font-weight: 500; }
.facts svg { vertical-align: -2px; margin-right: 4px; }
</style>
