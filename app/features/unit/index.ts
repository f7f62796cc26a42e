import { laterDialog } from '../../ui/later'

/** Readings of many meters at once. */
export const HoursListDialog = laterDialog(() => import('./HoursListDialog.vue'))

/** A machine taken into the fleet, or changed. */
export const UnitDialog = laterDialog(() => import('./UnitDialog.vue'))
