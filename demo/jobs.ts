import type { BenchTruth } from './walk'

export interface DemoJob {
  tag: string
  reason: string
  /** Days before the day of seeding on which it was opened. */
  openedDaysAgo: number
  technician: string
  lead: string
  /** How many steps are ticked; all of them and closed when left out. */
  steps?: number
  /** Share of the way from new to worn, 0 … 1; moves the readings. */
  wear: number
  replaced: readonly string[]
  notes?: Readonly<Record<string, string>>
}

const SEAL_PARTS = ['seal-still-rings', 'seal-turning-units']

/** Past and running overhauls of the lift pumps. Wear grows from one overhaul to the next; P-104 is on the bench now. */
export const DEMO_JOBS: readonly DemoJob[] = [
  { tag: 'P-101', reason: 'Planned overhaul at 16 000 h', openedDaysAgo: 1290, technician: 'okafor', lead: 'brandt', wear: 0.35, replaced: SEAL_PARTS },
  { tag: 'P-103', reason: 'Seal leaking at the drive end', openedDaysAgo: 1105, technician: 'lindqvist', lead: 'brandt', wear: 0.45, replaced: [...SEAL_PARTS, 'shaft-sleeves'], notes: { 'seal-look': 'Drive-end carbon: track 1.2 mm wider than the still ring. Non-drive end clean.' } },
  { tag: 'P-104', reason: 'Planned overhaul at 15 000 h', openedDaysAgo: 960, technician: 'marsh', lead: 'nakamura', wear: 0.4, replaced: SEAL_PARTS },
  { tag: 'P-102', reason: 'Bearing temperature high, non-drive end', openedDaysAgo: 640, technician: 'okafor', lead: 'brandt', wear: 0.55, replaced: ['wear-rings'], notes: { 'drain-oil': 'Non-drive end: grey, fine metal on the magnet. Drive end clear.' } },
  { tag: 'P-103', reason: 'Flow down by 8 %', openedDaysAgo: 410, technician: 'lindqvist', lead: 'nakamura', wear: 0.8, replaced: [...SEAL_PARTS, 'wear-rings'], notes: { 'ring-clearance-found': 'Both rings scored on the discharge side.' } },
  { tag: 'P-101', reason: 'Planned overhaul at 28 000 h', openedDaysAgo: 230, technician: 'marsh', lead: 'brandt', wear: 0.6, replaced: [...SEAL_PARTS, 'wear-rings'] },
  { tag: 'P-104', reason: 'Planned overhaul at 30 000 h', openedDaysAgo: 2, technician: 'okafor', lead: 'brandt', steps: 20, wear: 0.9, replaced: SEAL_PARTS, notes: { 'drain-oil': 'Drive end clear. Non-drive end slightly milky, about a spoon of water.' } },
  { tag: 'P-102', reason: 'Seal drips, 40 drops a minute', openedDaysAgo: 5, technician: 'lindqvist', lead: 'nakamura', steps: 41, wear: 0.6, replaced: SEAL_PARTS },
  { tag: 'P-103', reason: 'Planned overhaul at 35 000 h', openedDaysAgo: 8, technician: 'marsh', lead: 'brandt', steps: 60, wear: 0.5, replaced: [...SEAL_PARTS, 'shaft-sleeves'] },
  { tag: 'P-105', reason: 'Vibration at the drive end', openedDaysAgo: 0, technician: 'okafor', lead: 'brandt', steps: 3, wear: 0.3, replaced: [] },
]

/** Believable readings of a lift pump of that wear; as left is always near new. `noise` gives numbers from −1 to 1. */
export function liftPumpTruth(job: Pick<DemoJob, 'wear' | 'replaced' | 'notes'>, noise: () => number): BenchTruth {
  const survey = (centre: number, spread: number, taper: number) =>
    [-1, 0, 1].map(station => [0, 1].map(plane => centre + station * taper / 2 + (plane ? spread : 0) + noise() * 0.0008))
  const pair = (mean: number, spread: number) => [[mean + noise() * spread], [mean + noise() * spread]]
  return {
    replaced: job.replaced,
    ...(job.notes ? { notes: job.notes } : {}),
    measure(position, stage) {
      const wear = stage === 'as-left' ? 0.1 : job.wear
      const newRings = stage === 'as-left' && job.replaced.includes('wear-rings')
      switch (position) {
        case 'end-float': return [[0.07 + 0.1 * wear + noise() * 0.01]]
        case 'coupling-run-out': return pair(0.015 + 0.03 * wear, 0.006)
        case 'alignment': return [[0.02 + 0.07 * wear * noise()], [0.01 + 0.03 * wear]]
        case 'ring-clearance': return pair(0.44 + 0.36 * (newRings ? 0 : job.wear), 0.02)
        case 'seal-setting': return pair(41.5, 0.1 + 0.15 * wear)
        case 'seat-de': return survey(70.013 - 0.004 * wear, 0.0015 * wear, 0.002 * wear)
        case 'seat-nde': return survey(70.012 - 0.009 * wear, 0.003 * wear, 0.003 * wear)
        case 'bore-de': return survey(150.014 + 0.012 * wear, 0.006 * wear, 0.004 * wear)
        case 'bore-nde': return survey(150.016 + 0.016 * wear, 0.008 * wear, 0.005 * wear)
        case 'shaft-run-out': return [0.01, 0.018, 0.022, 0.016].map(tir => [tir * (0.6 + wear) + Math.abs(noise()) * 0.004])
        case 'impeller-hubs': return [0, 1].map(() => [0, 1].map(plane => 262.98 - 0.09 * wear - plane * 0.03 * wear + noise() * 0.01))
        case 'bearing-temperature': return pair(58, 4)
        case 'casing-pressure': return [[0.605 + noise() * 0.015]]
        default: throw new Error(`The demonstration knows no reading for ${position}.`)
      }
    },
  }
}
