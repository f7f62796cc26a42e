import { STEEL_PER_K } from '#core'
import { closing, serveInstrument } from '../lib/simulator'

/** The rod goes down until it stands on the ground. */
serveInstrument({
  kind: 'depth gauge', unit: 'mm',
  character: { step: 0.01, bias: 0.01, repeatability: 0.006, driftPerHour: 0, alphaPerK: STEEL_PER_K },
  show: closing(-3, 220, 0.01),
})
