/* What the tray shows to other features. */
export { default as AccountDialog } from './AccountDialog.vue'
export { default as PartDialog } from './PartDialog.vue'
export { default as TrayPanel } from './TrayPanel.vue'
