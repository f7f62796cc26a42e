import { closing, serveInstrument } from '../lib/simulator'

/** The spring is pressed to its length: the force overshoots, then stands. */
serveInstrument({
  kind: 'spring tester', unit: 'N',
  character: { step: 0.5, bias: 0.5, repeatability: 0.3, driftPerHour: 0, alphaPerK: 0 },
  show: closing(25, 260, 0.5),
})
