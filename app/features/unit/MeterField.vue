<script setup lang="ts">
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
    <template v-if="meter.asked">
      <p
        class="asked"
        role="alert"
      >
        <Icon name="ph:question" /> {{ meter.asked }}
      </p>
      <label for="because">If it is true: why?</label>
      <el-input
        id="because"
        v-model="meter.because"
        maxlength="300"
      />
    </template>
  </div>
</template>

<style scoped>
label { display: block; margin: 12px 0 6px; font-weight: 500; }
.meter { width: 180px; }
.asked { background: var(--brass-tint); border-left: 4px solid var(--brass-line); padding: 10px 14px; }
</style>
