export { default as GapNote } from './GapNote.vue'
export { default as GrowPanel } from './GrowPanel.vue'
export { useGrowth } from './use-growth'
