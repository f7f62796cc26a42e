import { laterComponent } from '../../ui/later'

/* What the clock shows to other features. It comes when a failure analysis first asks for a look. */
export const LookDuty = laterComponent(() => import('./LookDuty.vue'))
