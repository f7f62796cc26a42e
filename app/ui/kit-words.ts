import type { PlanRow } from '#shared/wire/stores'

/** How a planned job stands with what it needs. */
export function kitInWords(kit: PlanRow['kit']): { text: string, state: 'in' | 'doubtful' | 'out' | 'none' } {
  if (!kit) return { text: 'no sheet: nobody knows', state: 'none' }
  if (kit.lines === 0) return { text: 'needs nothing new', state: 'in' }
  if (kit.state === 'short') return { text: `${kit.short} of ${kit.lines} short`, state: 'out' }
  return kit.held > 0 ? { text: 'complete, held', state: 'in' } : { text: 'complete, not held yet', state: 'doubtful' }
}
