import { serveInstrument } from '../lib/simulator'

/** Stands on the part and follows it round: the angle goes with every value. */
serveInstrument({
  kind: 'dial indicator', unit: 'mm',
  character: { step: 0.001, bias: 0, repeatability: 0.0003, driftPerHour: 0, alphaPerK: 0 },
  show: ({ shows, sinceMs, atDeg }) => ({ value: shows(atDeg), status: sinceMs < 300 ? 'moving' : 'stable', angleDeg: atDeg }),
})
