import {
  positionOf, readOf, suitedWrenches, turnOf, type Depth, type MachineTruth, type Position, type ReadingConditions, type Sheet,
  type WrenchUsed,
} from '#core'
import { COLLAR_SLIPPED, FACES_GOOD, RING_LEAKS, STILL_FACE_OUT_OF_SQUARE, THIN_EVIDENCE } from './evidence'
import { DEMO_INSTRUMENTS, type DemoInstrument } from './instruments'

export interface DemoJob {
  tag: string
  reason: string
  /** Days before the day of seeding on which it was opened. */
  openedDaysAgo: number
  technician: string
  lead: string
  depth?: Depth
  /** Only as far as this part or position. */
  target?: string
  /** Temperature of the shop and of what was measured there, when somebody wrote it down. */
  partC?: number
  /** When the last step was ticked, for a wait that runs while one looks. */
  tickedMinutesAgo?: number
  /** How many steps are ticked; all of them and closed when left out. */
  steps?: number
  /** Share of the way from new to worn, 0 … 1; moves the readings. */
  wear: number
  replaced: readonly string[]
  notes?: Readonly<Record<string, string>>
  /** What is seen and told of a failure, by step. */
  told?: MachineTruth['told']
  /** What a position reads as found where it is not as the wear would have it. */
  found?: Readonly<Record<string, number>>
  /** What an engineer lets run on, for so many days from the day of seeding. */
  conceded?: { part: string, position: string, inDays: number, use: string }
  /** What somebody has to look at again. */
  again?: { part: string, role: string, kind: string, note: string, inDays: number }
  /** A part that is at a shop now, with what the stores have written of it. */
  outside?: { part: string, order?: { shop: string, instruction: string, inDays: number } }
}

const SEAL_PARTS = ['seal-still-rings', 'seal-turning-units']

/** Past and running overhauls. Wear grows from one overhaul of a unit to the next; P-104 is on the bench now. */
export const DEMO_JOBS: readonly DemoJob[] = [
  {
    tag: 'P-101',
    reason: 'Planned overhaul at 16 000 h',
    openedDaysAgo: 1290,
    technician: 'okafor',
    lead: 'brandt',
    wear: 0.35,
    replaced: SEAL_PARTS,
  },
  {
    tag: 'P-103',
    reason: 'Seal leaking at the drive end',
    openedDaysAgo: 1105,
    technician: 'lindqvist',
    lead: 'brandt',
    wear: 0.45,
    replaced: [...SEAL_PARTS, 'shaft-sleeves'],
    notes: { 'seal-look': 'Drive-end still ring: bright from 5 to 8 only. Its gland had a burr under it.' },
    told: { 'seal-look': STILL_FACE_OUT_OF_SQUARE },
  },
  {
    tag: 'P-104',
    reason: 'Planned overhaul at 15 000 h',
    openedDaysAgo: 960,
    technician: 'marsh',
    lead: 'nakamura',
    wear: 0.4,
    replaced: SEAL_PARTS,
  },
  {
    tag: 'P-102',
    reason: 'Bearing temperature high, non-drive end',
    openedDaysAgo: 640,
    technician: 'okafor',
    lead: 'brandt',
    wear: 0.55,
    replaced: ['wear-rings'],
    notes: { 'drain-oil': 'Non-drive end: grey, fine metal on the magnet. Drive end clear.' },
  },
  {
    tag: 'P-103',
    reason: 'Flow down by 8 %',
    openedDaysAgo: 410,
    technician: 'lindqvist',
    lead: 'nakamura',
    wear: 0.8,
    replaced: [...SEAL_PARTS, 'wear-rings'],
    notes: { 'ring-clearance-found': 'Both rings scored on the discharge side.' },
  },
  {
    tag: 'P-101',
    reason: 'Planned overhaul at 28 000 h',
    openedDaysAgo: 230,
    technician: 'marsh',
    lead: 'brandt',
    wear: 0.6,
    replaced: [...SEAL_PARTS, 'wear-rings'],
    found: { 'sleeve-outside': 99.81 },
    conceded: { part: 'shaft-sleeves', position: 'sleeve-outside', inDays: 70, use: 'Until new sleeves have come; with the leak looked at each week.' },
    again: { part: 'impeller', role: 'impeller', kind: 'pitted inlet', note: 'a hand’s width at two vanes, 1 mm deep', inDays: 45 },
  },
  {
    tag: 'P-104',
    reason: 'Planned overhaul at 30 000 h',
    openedDaysAgo: 2,
    technician: 'okafor',
    lead: 'brandt',
    steps: 21,
    wear: 0.9,
    replaced: SEAL_PARTS,
    notes: { 'drain-oil': 'Drive end clear. Non-drive end slightly milky, about a spoon of water.' },
  },
  {
    tag: 'P-102',
    reason: 'Seal drips, 40 drops a minute',
    openedDaysAgo: 5,
    technician: 'lindqvist',
    lead: 'nakamura',
    steps: 44,
    wear: 0.6,
    replaced: SEAL_PARTS,
    told: { 'seal-look': FACES_GOOD, 'o-rings-look': RING_LEAKS },
  },
  {
    tag: 'P-103',
    reason: 'Planned overhaul at 35 000 h',
    openedDaysAgo: 8,
    technician: 'marsh',
    lead: 'brandt',
    steps: 65,
    wear: 0.5,
    replaced: [...SEAL_PARTS, 'shaft-sleeves'],
  },
  {
    tag: 'P-105',
    reason: 'Vibration at the drive end',
    openedDaysAgo: 0,
    technician: 'okafor',
    lead: 'brandt',
    steps: 3,
    wear: 0.3,
    replaced: [],
  },
  {
    tag: 'C-401',
    reason: 'Elements dusting below the guard',
    openedDaysAgo: 1,
    technician: 'lindqvist',
    lead: 'nakamura',
    steps: 14,
    wear: 0.5,
    replaced: [],
  },
  {
    tag: 'C-104',
    reason: 'Yearly look at the elements',
    openedDaysAgo: 380,
    technician: 'okafor',
    lead: 'brandt',
    wear: 0.3,
    replaced: ['taper-nut'],
  },
  {
    tag: 'H-302',
    reason: 'Yearly inspection of lifting gear',
    openedDaysAgo: 1,
    technician: 'marsh',
    lead: 'brandt',
    steps: 24,
    wear: 0.4,
    replaced: ['friction-discs'],
  },
  {
    tag: 'H-301',
    reason: 'Yearly inspection of lifting gear',
    openedDaysAgo: 324,
    technician: 'marsh',
    lead: 'nakamura',
    wear: 0.2,
    replaced: [],
  },
  {
    tag: 'R-201',
    reason: 'Backlash grown, grease dark',
    openedDaysAgo: 3,
    technician: 'okafor',
    lead: 'nakamura',
    steps: 36,
    wear: 0.5,
    replaced: ['ring-pins', 'ring-rollers'],
  },
  {
    tag: 'DP-432',
    reason: 'Flow down, diaphragm due',
    openedDaysAgo: 0,
    technician: 'lindqvist',
    lead: 'brandt',
    steps: 37,
    wear: 0.5,
    replaced: [],
  },
  { tag: 'DP-431', reason: 'Diaphragm due', openedDaysAgo: 290, technician: 'lindqvist', lead: 'brandt', wear: 0.4, replaced: [] },
  {
    tag: 'K-471',
    reason: 'Oil pressure low, 15 000 h',
    openedDaysAgo: 9,
    technician: 'okafor',
    lead: 'brandt',
    steps: 41,
    wear: 0.4,
    replaced: ['seal-ring', 'seal-mating', 'big-end-shells'],
  },
  {
    tag: 'TC-545',
    reason: 'Surging, 18 000 h',
    openedDaysAgo: 1,
    technician: 'duarte',
    lead: 'brandt',
    steps: 15,
    wear: 0.9,
    replaced: ['thrust-bearing'],
  },
  {
    tag: 'DC-501',
    reason: 'Vibration up at the gear end',
    openedDaysAgo: 4,
    technician: 'duarte',
    lead: 'nakamura',
    depth: 'failure-analysis',
    steps: 22,
    wear: 0.6,
    replaced: ['wear-tiles'],
  },
  {
    tag: 'VP-521',
    reason: 'Flow low, knocking',
    openedDaysAgo: 2,
    technician: 'duarte',
    lead: 'brandt',
    steps: 34,
    wear: 0.6,
    replaced: ['vanes', 'seals'],
  },
  {
    tag: 'TC-546',
    reason: 'Planned overhaul at 16 000 h',
    openedDaysAgo: 0,
    technician: 'duarte',
    lead: 'nakamura',
    steps: 5,
    tickedMinutesAgo: 35,
    wear: 0.3,
    replaced: [],
  },
  {
    tag: 'G-411',
    reason: 'Bearing temperature up at the pinion',
    openedDaysAgo: 3,
    partC: 27,
    technician: 'lindqvist',
    lead: 'brandt',
    steps: 31,
    wear: 0.7,
    replaced: [],
    outside: { part: 'oil-pump', order: { shop: 'Pump bench of the sludge works', instruction: 'Set end clearance to 0.05 to 0.09 mm, run on the bench at 0.2 MPa, send the sheet.', inDays: 6 } },
  },
  { tag: 'G-412', reason: 'Planned look at 24 000 h', openedDaysAgo: 505, technician: 'okafor', lead: 'nakamura', wear: 0.4, replaced: [] },
  {
    tag: 'M-104',
    reason: 'Oil weeping at the drive end',
    openedDaysAgo: 1,
    technician: 'okafor',
    lead: 'nakamura',
    steps: 22,
    wear: 0.5,
    replaced: ['float-seals'],
    outside: { part: 'shells-lower' },
  },
  { tag: 'M-102', reason: 'Planned look at 24 000 h', openedDaysAgo: 430, technician: 'marsh', lead: 'brandt', wear: 0.4, replaced: [] },
  {
    tag: 'GP-511',
    reason: 'Draws air through the seal',
    openedDaysAgo: 690,
    technician: 'okafor',
    lead: 'nakamura',
    wear: 0.35,
    replaced: ['seal-seat', 'seal-turning'],
  },
  {
    tag: 'GP-511',
    reason: 'Planned look at 12 000 h',
    openedDaysAgo: 305,
    technician: 'okafor',
    lead: 'brandt',
    wear: 0.5,
    replaced: ['seal-seat', 'seal-turning', 'star'],
  },
  {
    tag: 'GP-511',
    reason: 'Vacuum of the degasser not reached',
    openedDaysAgo: 2,
    technician: 'okafor',
    lead: 'nakamura',
    steps: 25,
    wear: 0.7,
    replaced: ['seal-seat', 'seal-turning'],
  },
  {
    tag: 'P-441',
    reason: 'Seal wet after cleaning',
    openedDaysAgo: 520,
    technician: 'lindqvist',
    lead: 'brandt',
    wear: 0.3,
    replaced: ['seal-turning', 'seal-seat'],
  },
  {
    tag: 'P-442',
    reason: 'Bearings loud, 20 000 h',
    openedDaysAgo: 190,
    technician: 'okafor',
    lead: 'nakamura',
    wear: 0.9,
    replaced: ['seal-turning', 'seal-seat'],
  },
  {
    tag: 'P-441',
    reason: 'Three drops a minute',
    openedDaysAgo: 1,
    technician: 'lindqvist',
    lead: 'nakamura',
    steps: 15,
    wear: 0.6,
    replaced: ['seal-turning', 'seal-seat'],
    told: { 'run-out-found': THIN_EVIDENCE },
  },
  {
    tag: 'P-451',
    reason: 'Wet while it stands',
    openedDaysAgo: 610,
    technician: 'okafor',
    lead: 'brandt',
    wear: 0.3,
    replaced: ['cartridge'],
  },
  {
    tag: 'P-451',
    reason: 'Bearings and cartridge, planned',
    openedDaysAgo: 240,
    technician: 'lindqvist',
    lead: 'brandt',
    wear: 0.8,
    replaced: ['cartridge', 'expeller'],
  },
  {
    tag: 'P-451',
    reason: 'Drips after each cleaning',
    openedDaysAgo: 3,
    technician: 'okafor',
    lead: 'brandt',
    steps: 17,
    wear: 0.5,
    replaced: ['cartridge'],
  },
  {
    tag: 'CP-592',
    reason: 'Barrier pot empty twice a week',
    openedDaysAgo: 470,
    technician: 'duarte',
    lead: 'brandt',
    wear: 0.4,
    replaced: ['seat-out', 'springs-in', 'springs-out'],
  },
  {
    tag: 'CP-591',
    reason: 'Barrier lost a week after the start',
    openedDaysAgo: 2,
    technician: 'duarte',
    lead: 'nakamura',
    depth: 'failure-analysis',
    steps: 31,
    wear: 0.6,
    replaced: ['seat-out'],
    told: COLLAR_SLIPPED,
    found: { 'collar-gap': 5.2 },
  },
  {
    tag: 'DM-531',
    reason: 'Quench milky, gas alarm at the lantern',
    openedDaysAgo: 6,
    technician: 'duarte',
    lead: 'brandt',
    steps: 48,
    wear: 0.5,
    replaced: ['face', 'seat'],
  },
  {
    tag: 'HX-561',
    reason: 'Free end wet, blades due',
    openedDaysAgo: 3,
    technician: 'duarte',
    lead: 'nakamura',
    steps: 46,
    wear: 0.5,
    replaced: ['free-insert', 'free-wave'],
  },
  {
    tag: 'P-171',
    reason: 'Flow down, noise at the bowls',
    openedDaysAgo: 4,
    technician: 'marsh',
    lead: 'brandt',
    steps: 39,
    wear: 0.7,
    replaced: ['sleeves', 'wear-rings'],
  },
  {
    tag: 'DCM-581',
    reason: 'Sparks at two arms',
    openedDaysAgo: 2,
    technician: 'duarte',
    lead: 'nakamura',
    depth: 'failure-analysis',
    steps: 12,
    wear: 0.6,
    replaced: ['brushes'],
  },
  {
    tag: 'C-401',
    reason: 'Planned change of the elements',
    openedDaysAgo: 760,
    technician: 'lindqvist',
    lead: 'brandt',
    wear: 0.6,
    replaced: ['elements-front', 'elements-rear'],
  },
  {
    tag: 'C-401',
    reason: 'Yearly look at the elements',
    openedDaysAgo: 392,
    technician: 'okafor',
    lead: 'brandt',
    wear: 0.35,
    replaced: [],
  },
  {
    tag: 'H-302',
    reason: 'Yearly inspection of lifting gear',
    openedDaysAgo: 731,
    technician: 'marsh',
    lead: 'brandt',
    wear: 0.2,
    replaced: [],
  },
  {
    tag: 'H-302',
    reason: 'Yearly inspection of lifting gear',
    openedDaysAgo: 366,
    technician: 'marsh',
    lead: 'nakamura',
    wear: 0.3,
    replaced: ['pawl-springs'],
  },
  {
    tag: 'R-201',
    reason: 'Output seal weeping',
    openedDaysAgo: 905,
    technician: 'okafor',
    lead: 'brandt',
    wear: 0.3,
    replaced: ['output-seal'],
  },
  {
    tag: 'R-202',
    reason: 'Planned overhaul at 30 000 h',
    openedDaysAgo: 540,
    technician: 'lindqvist',
    lead: 'nakamura',
    wear: 0.5,
    replaced: ['ring-rollers', 'output-seal'],
  },
  { tag: 'DP-432', reason: 'Diaphragm due', openedDaysAgo: 640, technician: 'lindqvist', lead: 'brandt', wear: 0.35, replaced: [] },
  {
    tag: 'DP-432',
    reason: 'Stroke knob slips',
    openedDaysAgo: 275,
    technician: 'okafor',
    lead: 'brandt',
    wear: 0.4,
    replaced: ['eccentric-bearing'],
  },
  { tag: 'DP-433', reason: 'Diaphragm due', openedDaysAgo: 310, technician: 'lindqvist', lead: 'nakamura', wear: 0.4, replaced: [] },
  {
    tag: 'K-471',
    reason: 'Valve plate broken, first cylinder',
    openedDaysAgo: 820,
    technician: 'okafor',
    lead: 'brandt',
    wear: 0.3,
    replaced: ['valve-plates'],
  },
  { tag: 'TC-545', reason: 'Planned look at 8 000 h', openedDaysAgo: 700, technician: 'duarte', lead: 'nakamura', wear: 0.3, replaced: [] },
  {
    tag: 'TC-545',
    reason: 'Oil in the air duct',
    openedDaysAgo: 340,
    technician: 'duarte',
    lead: 'brandt',
    wear: 0.6,
    replaced: ['seal-rings-cold'],
  },
  {
    tag: 'DC-501',
    reason: 'Planned overhaul at 12 000 h',
    openedDaysAgo: 610,
    technician: 'duarte',
    lead: 'nakamura',
    wear: 0.4,
    replaced: ['wear-tiles'],
  },
  {
    tag: 'DC-502',
    reason: 'Feed-end bearing noisy',
    openedDaysAgo: 450,
    technician: 'duarte',
    lead: 'brandt',
    wear: 0.5,
    replaced: ['main-bearing-feed', 'feed-port-liners'],
  },
  {
    tag: 'VP-521',
    reason: 'Flow down, vanes due',
    openedDaysAgo: 480,
    technician: 'duarte',
    lead: 'brandt',
    wear: 0.5,
    replaced: ['vanes'],
  },
  {
    tag: 'CV-571',
    reason: 'Air leak at the rod',
    openedDaysAgo: 265,
    technician: 'duarte',
    lead: 'nakamura',
    wear: 0.3,
    replaced: ['rod-seals'],
  },
  { tag: 'CV-571', reason: 'Slow strokes', openedDaysAgo: 0, technician: 'duarte', lead: 'nakamura', steps: 40, wear: 0.4, replaced: [] },
]

/** What would be read and replaced on this machine. */
export function truthOf(sheet: Sheet, job: DemoJob, noise: () => number): MachineTruth {
  const truth = sheet.key === 'split-casing-lift-pump' ? liftPumpTruth(sheet, job, noise) : wornTruth(sheet, job, noise)
  return { ...truth, measuredWith: (key, at) => measuredWith(positionOf(sheet, key), at, job.partC), wrench: wrenchFor }
}

/** The smallest wrench of the cupboard that the torque suits; above them all one pulls with the tensioner of the trade, written without. */
function wrenchFor(torqueNm: number, at: Date): WrenchUsed | undefined {
  const [used] = suitedWrenches(torqueNm, DEMO_INSTRUMENTS.filter(({ calibrationDays }) => calibrationDays > 0)).likely
  return used && { tag: used.tag, fromNm: used.rangeFrom, fullScaleNm: used.rangeTo, calibratedUntil: calibrationAt(used, at) }
}

/** Until when the instrument was checked when it was used then. */
const calibrationAt = ({ calibrationDays }: DemoInstrument, at: Date) =>
  new Date(at.getTime() + Math.abs(calibrationDays) * DAY_MS).toISOString().slice(0, 10)

const DAY_MS = 86_400_000

/** The usual instrument of such a place, checked not long before; sizes are taken warm where the shop was. */
function measuredWith(
  { method, quantity, instrument, limits: { lower, upper } }: Position,
  at: Date,
  partC: number | undefined,
): ReadingConditions | undefined {
  const used = DEMO_INSTRUMENTS.find(
    one =>
      one.quantity === quantity
      && instrument.includes(one.kind)
      && [lower, upper].every(limit => limit === undefined || (limit >= one.rangeFrom && limit <= one.rangeTo)),
  )
  if (!used || method === 'values') return undefined
  const { tag, uncertainty, alphaPerK } = used
  return {
    instrument: {
      tag,
      uncertainty,
      calibratedUntil: calibrationAt(used, at),
    },
    ...(partC !== undefined && method === 'diameter survey'
      ? { temperature: { partC, instrumentC: partC, alphaPart: alphaPerK, alphaInstrument: alphaPerK } }
      : {}),
  }
}

/** What a position is new, and how far towards its limit of wear it has gone at that share of the way. */
function centreOf({ limits: { lower, upper }, reuse, quantity }: Position, share: number): { centre: number, width: number } {
  const low = lower ?? (upper !== undefined ? Math.min(0, upper * 0.2) : 0)
  const high = upper ?? (quantity === 'share' ? 97 : low * 1.5 + 1)
  const width = high - low
  const grows = reuse?.upper !== undefined && reuse.upper > high
  const shrinks = reuse?.lower !== undefined && reuse.lower < low
  if (grows) return { centre: low + 0.45 * width + share * (reuse.upper! - low - 0.45 * width), width }
  if (shrinks) return { centre: high - 0.45 * width - share * (high - 0.45 * width - reuse.lower!), width }
  return { centre: low + width * (0.45 + 0.5 * share), width }
}

/** Readings that lie inside the limits as left, and wander towards what may have worn with the wear as found. */
function wornTruth(sheet: Sheet, { wear, replaced, notes, told, found }: DemoJob, noise: () => number): MachineTruth {
  return {
    replaced,
    ...(notes ? { notes } : {}),
    ...(told ? { told } : {}),
    measure(key, stage) {
      const position = positionOf(sheet, key)
      const { method, limits, reuse, stations, planes, uncertainty } = position
      // What must not change by closing did not.
      const worn = (readOf(sheet, key, stage)?.keeps?.stage ?? stage) === 'as-found'
      if (method === 'run-out') {
        const most = (worn ? reuse?.upper : undefined) ?? limits.upper ?? 0.02
        return stations.map((_, i) =>
          turnOf(
            position,
            most * (0.25 + 0.6 * (worn ? wear : 0.2)) * (1 - Math.abs((2 * i) / Math.max(1, stations.length - 1) - 1) * 0.7),
            55 + noise() * 12,
            Math.abs(noise()) * most * 0.04,
          ),
        )
      }
      const known = worn ? found?.[key] : undefined
      const { centre, width } = known === undefined ? centreOf(position, worn ? 0.9 * wear : 0) : { centre: known, width: 0.5 }
      const spread = Math.min(width * 0.03, uncertainty * 2)
      return stations.map(() => planes.map(() => centre + noise() * spread))
    },
  }
}

/** Believable readings of a lift pump of that wear; as left is always near new. `noise` gives numbers from −1 to 1. */
export function liftPumpTruth(sheet: Sheet, job: Pick<DemoJob, 'wear' | 'replaced' | 'notes' | 'told' | 'found'>, noise: () => number): MachineTruth {
  const survey = (centre: number, spread: number, taper: number) =>
    [-1, 0, 1].map(station => [0, 1].map(plane => centre + station * taper / 2 + (plane ? spread : 0) + noise() * 0.0008))
  const pair = (mean: number, spread: number) => [[mean + noise() * spread], [mean + noise() * spread]]
  const pairs = (mean: number, spread: number) => [0, 1].map(() => [0, 1].map(() => mean + noise() * spread))
  return {
    replaced: job.replaced,
    ...(job.notes ? { notes: job.notes } : {}),
    ...(job.told ? { told: job.told } : {}),
    measure(position, stage) {
      const wear = stage === 'as-left' ? 0.1 : job.wear
      const newRings = stage === 'as-left' && job.replaced.includes('wear-rings')
      switch (position) {
        case 'end-float':
          return [[0.07 + 0.1 * wear + noise() * 0.01]]
        case 'coupling-run-out':
          return pair(0.015 + 0.03 * wear, 0.006)
        case 'alignment':
          return [[0.02 + 0.07 * wear * noise()], [0.01 + 0.03 * wear]]
        case 'ring-clearance':
          return pair(0.46 + 0.4 * (newRings ? 0 : job.wear), 0.02)
        case 'seal-setting':
          return pair(41.5, 0.1 + 0.15 * wear)
        case 'seat-de':
          return survey(70.013 - 0.004 * wear, 0.0015 * wear, 0.002 * wear)
        case 'seat-nde':
          return survey(70.012 - 0.009 * wear, 0.003 * wear, 0.003 * wear)
        case 'bore-de':
          return survey(150.014 + 0.012 * wear, 0.006 * wear, 0.004 * wear)
        case 'bore-nde':
          return survey(150.016 + 0.016 * wear, 0.008 * wear, 0.005 * wear)
        case 'shaft-run-out':
          return [0.004, 0.017, 0.022, 0.016, 0.005].map(tir =>
            turnOf(positionOf(sheet, position), tir * (0.6 + wear), 130 + noise() * 9, Math.abs(noise()) * 0.002),
          )
        case 'impeller-hubs':
          return [0, 1].map(() => [0, 1].map(plane => 263 - 0.2 * wear - plane * 0.03 * wear + noise() * 0.01))
        case 'ring-bores':
          return pairs(263.5 + 0.22 * (newRings ? 0 : job.wear), 0.015)
        case 'bushing-bore':
          return pairs(100.32 + 0.14 * wear, 0.008)
        case 'sleeve-outside':
          return pairs((stage === 'as-found' ? job.found?.[position] : undefined) ?? 99.982 - 0.06 * wear, 0.004)
        case 'o-ring-section':
          return [3.94, 3.92, 4.86, 4.88, 3.9, 3.93].map(newMm => [newMm - 0.35 * job.wear + noise() * 0.02])
        case 'bearing-temperature':
          return [0, 1].map(() => [41, 52, 57].map(steadyC => steadyC + noise() * 2.5))
        case 'casing-pressure':
          return [[0.715 + noise() * 0.012]]
        case 'suction-pressure':
          return [[0.041 + noise() * 0.004]]
        case 'vibration':
          return [0, 1].map(() => [1.9, 1.6, 1.2].map(mmPerS => mmPerS + noise() * 0.3))
        case 'motor-current':
          return [[288 + noise() * 4], [291 + noise() * 4], [286 + noise() * 4]]
        case 'seal-leak-standing':
        case 'seal-leak':
          return [[0], [1]]
        default:
          throw new Error(`The demonstration knows no reading for ${position}.`)
      }
    },
  }
}
