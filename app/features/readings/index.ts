import { laterComponent } from '../../ui/later'

/* What the readings show to other features. It comes when a step first asks for a reading. */
export const ReadingDuty = laterComponent(() => import('./entry/ReadingDuty.vue'))
