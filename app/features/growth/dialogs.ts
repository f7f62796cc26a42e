import { laterDialog } from '../../ui/later'

/* Made once, and not with each panel: what was fetched with the link opens without it. */
export const OffDialog = laterDialog(() => import('./OffDialog.vue'))
export const MarkDialog = laterDialog(() => import('./MarkDialog.vue'))
export const MeasureDialog = laterDialog(() => import('./MeasureDialog.vue'))
export const BendDialog = laterDialog(() => import('./BendDialog.vue'))
export const OrderDialog = laterDialog(() => import('./OrderDialog.vue'))
export const TorqueDialog = laterDialog(() => import('./TorqueDialog.vue'))
