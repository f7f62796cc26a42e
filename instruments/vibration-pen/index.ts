import { serveInstrument } from '../lib/simulator'

/** Pressed on the housing: its mean goes up and down with the machine, less the longer it is held. */
serveInstrument({
  kind: 'vibration pen', unit: 'mm/s',
  character: { step: 0.1, bias: 0.05, repeatability: 0.03, driftPerHour: 0, alphaPerK: 0 },
  show: ({ shows, sinceMs, atDeg }) => {
    const swing = Math.exp(-sinceMs / 900)
    return { value: Math.max(0, shows(atDeg) * (1 + 0.4 * swing * Math.sin(sinceMs / 170))), status: swing > 0.05 ? 'moving' : 'stable' }
  },
})
