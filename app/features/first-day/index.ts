/* What the first day shows to other features. */
export { default as FirstDayView } from './FirstDayView.vue'
