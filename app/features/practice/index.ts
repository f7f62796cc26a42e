export { default as PracticeOf } from './PracticeOf.vue'
export { default as StepOnBench } from './StepOnBench.vue'
