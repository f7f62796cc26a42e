import { STEEL_PER_K } from '#core'
import { serveInstrument } from '../lib/simulator'

/** Rocked in the bore: the least that it shows is the diameter, and there it is held. */
const ROCKS_FOR_MS = 900
serveInstrument({
  kind: 'bore gauge', unit: 'mm',
  character: { step: 0.001, bias: -0.001, repeatability: 0.0006, driftPerHour: 0.0003, alphaPerK: STEEL_PER_K },
  show: ({ shows, sinceMs, atDeg }) => {
    const rocks = sinceMs < ROCKS_FOR_MS
    return { value: shows(atDeg) + (rocks ? 0.08 * Math.abs(Math.cos(sinceMs / 140)) : 0), status: rocks ? 'moving' : 'stable' }
  },
})
