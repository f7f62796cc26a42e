<script setup lang="ts">
import { coversCalibration, formatQuantity, MATERIALS, type Position } from '#core'
import { serverNow } from '../../../net/server-clock'
import { dayOf } from '../../../ui/moment'
import type { Conditions } from './use-conditions'

/** The instrument of a reading and its calibration, and the temperatures of part and instrument when they matter. */
const { conditions, position } = defineProps<{ conditions: Conditions, position: Position }>()
const { tag, warmth, canBeWarm, offered, picked } = conditions
const isOver = () => !!picked.value && !coversCalibration(picked.value.calibratedUntil, serverNow().toISOString())
</script>

<template>
  <div class="with">
    <label class="instrument">
      <span>With</span>
      <select
        v-model="tag"
        :aria-label="`${position.name}: instrument`"
      >
        <option value="">
          {{ position.instrument }}
        </option>
        <optgroup
          v-for="(list, name) in { 'For this place': offered.likely, 'Others': offered.others }"
          v-show="list.length"
          :key="name"
          :label="name"
        >
          <option
            v-for="one in list"
            :key="one.tag"
            :value="one.tag"
          >
            {{ one.tag }} · {{ one.name }}
          </option>
        </optgroup>
      </select>
    </label>
    <el-button
      v-if="canBeWarm && !warmth.asked"
      text
      @click="warmth.asked = true"
    >
      Not at 20 °C …
    </el-button>
    <p
      v-if="picked"
      class="facts"
      :class="{ over: isOver() }"
    >
      <Icon
        v-if="isOver()"
        name="ph:warning"
      />{{ isOver() ? 'Calibration ended' : 'Calibrated until' }} <span class="mono">{{ dayOf(picked.calibratedUntil) }}</span> · U <span class="mono">{{ formatQuantity(picked.uncertainty, picked.quantity, { decimals: 3 }) }}</span>{{ isOver() ? ': the verdict stays doubtful' : '' }}
    </p>
    <div
      v-if="warmth.asked && canBeWarm"
      class="warmth"
    >
      <label><span>Part</span> <input
        v-model="warmth.part"
        class="mono"
        placeholder="°C"
        inputmode="decimal"
        autocomplete="off"
        :aria-label="`${position.name}: temperature of the part`"
      ></label>
      <label><span>of</span> <select
        v-model="warmth.material"
        :aria-label="`${position.name}: material of the part`"
      >
        <option
          v-for="({ alphaPerK }, name) in MATERIALS"
          :key="name"
          :value="name"
        >
          {{ name }} · {{ (alphaPerK * 1e6).toFixed(1) }}·10⁻⁶
        </option>
      </select></label>
      <label><span>Instrument</span> <input
        v-model="warmth.instrument"
        class="mono"
        placeholder="°C"
        inputmode="decimal"
        autocomplete="off"
        :aria-label="`${position.name}: temperature of the instrument`"
      ></label>
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
.instrument { flex: 1 1 220px; min-width: 0; }
label { display: flex; align-items: center; gap: 8px; }
label > span { color: var(--slate); }
select, input { min-height: var(--target); min-width: 0; padding: 0 8px; border: 1px solid var(--rule-strong); background: var(--chalk); color: var(--ink); font-size: 15px; }
.instrument select { flex: 1; }
.warmth { display: flex; flex-wrap: wrap; gap: 6px 12px; flex-basis: 100%; }
.warmth input { width: 76px; text-align: right; }
.facts { flex-basis: 100%; color: var(--slate); }
.facts.over { color: var(--brass); font-weight: 500; }
.facts svg { vertical-align: -2px; margin-right: 4px; }
</style>
