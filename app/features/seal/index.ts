export { default as SealPanel } from './SealPanel.vue'
export { default as SettingDuty } from './SettingDuty.vue'
export { default as WettingDuty } from './WettingDuty.vue'
