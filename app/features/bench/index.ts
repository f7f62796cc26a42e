export { default as BenchView } from './BenchView.vue'
