<script setup lang="ts">
import { computed, ref } from 'vue'
import { DomainError, parseQuantity, wrenchSetting } from '#core'
import { inUnits } from '../../ui/in-units'
import SmallSum from './SmallSum.vue'

/** What the wrench is set to when an extension stands between it and the bolt. */
const { torqueNm } = defineProps<{ torqueNm: number }>()
const said = ref({ wrench: '', extension: '', angle: '0' })
const setting = computed<{ text: string, problem: string }>(() => {
  if (!said.value.wrench.trim() || !said.value.extension.trim()) return { text: '', problem: '' }
  try {
    const { settingNm } = wrenchSetting({
      torqueNm, wrenchMm: parseQuantity(said.value.wrench, 'length').value, extensionMm: parseQuantity(said.value.extension, 'length').value,
      angleDeg: parseQuantity(said.value.angle || '0', 'angle').value,
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
  <SmallSum
    v-model="said"
    :fields="FIELDS"
    :problem="setting.problem"
    :is-known="setting.text !== ''"
  >
    Set it to <strong class="mono">{{ setting.text }}</strong>; hold it at its mark. What is written down is the torque at the bolt.
  </SmallSum>
</template>
