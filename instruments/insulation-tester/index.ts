import { rising, serveInstrument } from '../lib/simulator'

/** Charges the winding first: the resistance climbs for many seconds before it stands. */
serveInstrument({
  kind: 'insulation tester', unit: 'MΩ',
  character: { step: 0.1, bias: 0, repeatability: 0.05, driftPerHour: 0, alphaPerK: 0 },
  show: rising(1400),
})
