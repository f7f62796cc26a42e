<script setup lang="ts">
import AskedHours from './AskedHours.vue'

/** What the meter shows as an overhaul begins; nobody has to say it. */
const meter = defineModel<{ hours: string, asked: string, because: string }>({ required: true })
</script>

<template>
  <div>
    <label for="meter">What does its meter show? <span class="quiet">Leave it empty if you have not looked.</span></label>
    <el-input
      id="meter"
      v-model="meter.hours"
      class="mono meter"
      inputmode="decimal"
      autocomplete="off"
      @input="meter.asked = ''"
    >
      <template #append>
        h
      </template>
    </el-input>
    <AskedHours
      v-if="meter.asked"
      v-model="meter.because"
      :asked="meter.asked"
    />
  </div>
</template>

<style scoped>
label { display: block; margin: 12px 0 6px; font-weight: 500; }
.meter { width: 180px; }
</style>
