import { laterDialog } from '../../ui/later'

/** What a planned overhaul needs, and where it comes from. */
export const PlanNeedDialog = laterDialog(() => import('./PlanNeedDialog.vue'))
