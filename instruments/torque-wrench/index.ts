import { serveInstrument } from '../lib/simulator'

/** Pulled slowly to its torque, held for a moment, let go: the greatest of it is what counts. */
const [PULL_MS, HOLD_MS, AFTER_MS] = [900, 400, 300]
serveInstrument({
  kind: 'torque wrench', unit: 'N·m',
  character: { step: 0.1, bias: 0, repeatability: 0, driftPerHour: 0, alphaPerK: 0 },
  show: () => ({ value: 0, status: 'stable' }),
  pull: (target, sinceMs) => {
    if (sinceMs < PULL_MS) return { value: target * sinceMs / PULL_MS, status: 'moving' }
    if (sinceMs < PULL_MS + HOLD_MS) return { value: target, status: 'moving' }
    return sinceMs < PULL_MS + HOLD_MS + AFTER_MS ? { value: target, status: 'peak' } : null
  },
})
