import { rising, serveInstrument } from '../lib/simulator'

/** Sees the surface at once; a glossy one a little cooler than it is. */
serveInstrument({
  kind: 'infrared thermometer', unit: '°C',
  character: { step: 0.1, bias: -0.8, repeatability: 0.15, driftPerHour: 0, alphaPerK: 0 },
  show: rising(120, 21),
})
