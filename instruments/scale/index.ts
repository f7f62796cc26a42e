import { serveInstrument } from '../lib/simulator'

/** Swings after the part is put on, then stands. */
serveInstrument({
  kind: 'scale', unit: 'kg',
  character: { step: 0.005, bias: 0, repeatability: 0.001, driftPerHour: 0, alphaPerK: 0 },
  show: ({ shows, sinceMs, atDeg }) => {
    const swing = 0.3 * Math.exp(-sinceMs / 500)
    return { value: Math.max(0, shows(atDeg) * (1 + swing * Math.cos(sinceMs / 110))), status: swing > 0.001 ? 'moving' : 'stable' }
  },
})
