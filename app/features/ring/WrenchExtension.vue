<script setup lang="ts">
import { computed, reactive } from 'vue'
import { DomainError, parseQuantity, wrenchSetting } from '#core'
import { inUnits } from '../../ui/in-units'
import RefusalNote from '../../ui/RefusalNote.vue'

/** What the wrench is set to when an extension stands between it and the bolt. */
const { torqueNm } = defineProps<{ torqueNm: number }>()
const said = reactive({ wrench: '', extension: '', angle: '0' })
const setting = computed<{ text: string, problem: string }>(() => {
  if (!said.wrench.trim() || !said.extension.trim()) return { text: '', problem: '' }
  try {
    const { settingNm } = wrenchSetting({
      torqueNm, wrenchMm: parseQuantity(said.wrench, 'length').value, extensionMm: parseQuantity(said.extension, 'length').value,
      angleDeg: parseQuantity(said.angle || '0', 'angle').value,
    })
    return { text: inUnits(settingNm, 'torque', 1), problem: '' }
  } catch (error) {
    if (error instanceof DomainError) return { text: '', problem: error.message }
    throw error
  }
})
const FIELDS = [
  ['wrench', 'Drive to grip mark', '400 mm'], ['extension', 'Drive to bolt', '100 mm'], ['angle', 'Angle, 90° is square', '0°'],
] as const
</script>

<template>
  <div class="extension">
    <label
      v-for="[key, label, example] in FIELDS"
      :key="key"
    >{{ label }}
      <el-input
        v-model="said[key]"
        class="mono"
        :placeholder="example"
        autocomplete="off"
      />
    </label>
    <p
      v-if="setting.text"
      role="status"
    >
      Set it to <strong class="mono">{{ setting.text }}</strong>; hold it at its mark. What is written down is the torque at the bolt.
    </p>
    <RefusalNote :text="setting.problem" />
  </div>
</template>

<style scoped>
.extension { display: grid; grid-template-columns: repeat(auto-fit, minmax(120px, 1fr)); gap: 8px; font-size: 14px; }
.extension p { grid-column: 1 / -1; }
</style>
