import type { MeasuredPlace, ReadingStage } from '#core'

/* What a hand does with a simulated instrument. A real one never hears of it. */

export const INSTRUMENT_FAULTS = ['silent', 'rubbish', 'flood', 'unit'] as const
export type InstrumentFault = (typeof INSTRUMENT_FAULTS)[number]

type Deed
  = | { deed: 'turn', byDeg: number }
    | { deed: 'pull', to: number }
    | { deed: 'away' }
    | { deed: 'fail', how: InstrumentFault | null }
interface Placing { deed: 'place', stage: ReadingStage, station: number, plane: number }

/** As the bench says it: the place follows from the job. */
export type HandDeed = Deed | Placing & { job: string, position: string }
/** As the instrument hears it: what it is held to, and of which machine. */
export type PlacedDeed = Deed | Placing & { position: MeasuredPlace, machine: string }
