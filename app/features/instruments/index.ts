import { laterComponent } from '../../ui/later'

/* What instruments show to other features. It comes when something is first measured. */
export const InstrumentDock = laterComponent(() => import('./InstrumentDock.vue'))
