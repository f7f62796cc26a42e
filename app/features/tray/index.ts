import { laterDialog } from '../../ui/later'

/* What the tray shows to other features. */
export const AccountDialog = laterDialog(() => import('./AccountDialog.vue'))
export const PartDialog = laterDialog(() => import('./PartDialog.vue'))
export { default as TrayPanel } from './TrayPanel.vue'
