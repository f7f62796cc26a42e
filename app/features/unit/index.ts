export { default as UnitDialog } from './UnitDialog.vue'
export { default as UnitView } from './UnitView.vue'
