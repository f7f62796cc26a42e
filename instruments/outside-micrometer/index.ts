import { STEEL_PER_K } from '#core'
import { closing, serveInstrument } from '../lib/simulator'

/** The spindle comes up with the ratchet, and stands. */
serveInstrument({
  kind: 'outside micrometer', unit: 'mm',
  character: { step: 0.001, bias: 0.0005, repeatability: 0.0005, driftPerHour: 0.0002, alphaPerK: STEEL_PER_K },
  show: closing(0.6, 180, 0.001),
})
