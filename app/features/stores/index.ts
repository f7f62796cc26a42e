export { default as PlanNeedDialog } from './PlanNeedDialog.vue'
export { default as StoresView } from './StoresView.vue'
