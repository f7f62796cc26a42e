import { laterDialog } from '../../ui/later'

/** A machine taken into the fleet, or changed. */
export const UnitDialog = laterDialog(() => import('./UnitDialog.vue'))
