/* What the readings show to other features. */
export { default as ReadingDuty } from './entry/ReadingDuty.vue'
