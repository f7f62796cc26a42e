import { laterComponent } from '../../ui/later'

/* What the tray shows to other features. */
export const AccountDialog = laterComponent(() => import('./AccountDialog.vue'))
export const PartDialog = laterComponent(() => import('./PartDialog.vue'))
export { default as TrayPanel } from './TrayPanel.vue'
