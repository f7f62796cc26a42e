export { default as PracticeOf } from './PracticeOf.vue'
