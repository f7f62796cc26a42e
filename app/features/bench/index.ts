export { default as BenchView } from './BenchView.vue'
export { default as StepPanel } from './step/StepPanel.vue'
