import { STEEL_PER_K } from '#core'
import { closing, serveInstrument } from '../lib/simulator'

/** The jaws close by thumb: quick, and not the same twice. */
serveInstrument({
  kind: 'caliper', unit: 'mm',
  character: { step: 0.01, bias: 0.01, repeatability: 0.012, driftPerHour: 0, alphaPerK: STEEL_PER_K },
  show: closing(6, 160, 0.01),
})
