/* What the session shows to other features. */
export { default as BadgeForm } from './BadgeForm.vue'
export { default as NameForm } from './NameForm.vue'
export { default as SessionsTable } from './SessionsTable.vue'
