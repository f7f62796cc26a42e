import { laterComponent } from '../../ui/later'

/* What the readings show to other features. It comes when a step first asks for a reading. */
/** Readings of one grid, filled in and written down together. */
export const ReadingGroup = laterComponent(() => import('./entry/ReadingGroup.vue'))
export const ReadingDuty = laterComponent(() => import('./entry/ReadingDuty.vue'))
