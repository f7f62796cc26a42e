/* What the session shows to other features. */
export { default as SessionsTable } from './SessionsTable.vue'
