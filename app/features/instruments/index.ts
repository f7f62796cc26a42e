import { later, laterComponent } from '../../ui/later'
import { useWedge } from '../../ui/use-wedge'

/* What instruments show to other features. It comes when something is first measured. */
export const InstrumentDock = laterComponent(() => import('./InstrumentDock.vue'))

const fetchDock = later(() => import('../../net/dock-store'))
/** On a screen where something may be measured: what an instrument or a scanner types goes to the dock and ticks nothing on its way. */
export const useTypingInstruments = (): void =>
  useWedge(text => void fetchDock().then(({ useDockStore }) => useDockStore().hearTyped(text)))
