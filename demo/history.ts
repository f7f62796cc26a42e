import type { DemoUnit } from './units'

/*
 * How much each machine has run, as its meter said, and the overhauls of earlier years. All of it is invented; what wears does so at a rate
 * of its own, with some scatter, so that a trend has something to find.
 */

const DAY_MS = 86_400_000
const YEARS_READ = 6
const DAYS_BETWEEN = 91
/** No machine of the shop runs more. */
const MOST_A_DAY = 20.5
/** A meter that was changed: which, how many days ago. */
const CHANGED: Readonly<Record<string, number>> = { 'DC-501': 655, 'P-103': 1210 }

/** Without these nothing goes on. */
export const CRITICAL: ReadonlySet<string> = new Set(['HP-401', 'HP-402', 'G-411', 'DC-501', 'GC-541', 'TC-545'])
/** An overhaul after so many hours. */
export const INTERVAL_HOURS: Readonly<Record<string, number>> = {
  'P-101': 14_000, 'P-102': 14_000, 'P-103': 14_000, 'P-104': 14_000, 'P-105': 14_000, 'P-106': 14_000, 'GP-511': 6000, 'VP-521': 8000, 'VP-522': 8000,
  'DC-501': 12_000, 'DC-502': 12_000, 'TC-545': 8000, 'TC-546': 8000, 'HX-561': 5000,
}
/** What a rule asks for: days from the day of seeding. */
export const REGULATION_DAYS: Readonly<Record<string, number>> = { 'H-301': 41, 'H-302': 364, 'H-303': 160, 'K-471': 220, 'GC-541': 75, 'GC-542': 75 }

export interface DemoMeterReading { at: Date, hours: number, wasHours?: number }

/** Hours a day of a machine that has run so much by now. */
export const perDayOf = ({ hours }: Pick<DemoUnit, 'hours'>): number => Math.min(MOST_A_DAY, hours / (YEARS_READ * 365))

/** What the machine had run so many days ago; busier in summer, when the water is warm. */
export function hoursAgo(unit: Pick<DemoUnit, 'hours'>, daysAgo: number): number {
  const season = 0.02 * 365 * Math.sin(daysAgo / 365 * 2 * Math.PI)
  return Math.max(0, Math.round(unit.hours - perDayOf(unit) * (daysAgo + season * Math.min(1, daysAgo / 90))))
}

/** Quarterly readings of the meter of a machine, the newest a few days old. */
export function meterReadings(unit: DemoUnit, now: Date): DemoMeterReading[] {
  if (unit.hours === 0) return []
  const first = Math.floor(YEARS_READ * 365 / DAYS_BETWEEN)
  const changed = CHANGED[unit.tag]
  // What the first meter had shown when it went: the second counts from nought.
  const gone = changed === undefined ? 0 : hoursAgo(unit, changed)
  const quarters = Array.from({ length: first }, (_, i) => (first - i) * DAYS_BETWEEN + 4)
  const days = [...quarters, ...changed === undefined ? [] : [changed], 4].sort((a, b) => b - a)
  return days.map((daysAgo) => {
    const [at, hours] = [new Date(now.getTime() - daysAgo * DAY_MS), hoursAgo(unit, daysAgo)]
    if (changed === undefined || daysAgo > changed) return { at, hours }
    return daysAgo === changed ? { at, hours: 0, wasHours: hours } : { at, hours: hours - gone }
  })
}

/** Overhauls of earlier years: tag, reason, days ago, who, who led, how worn (0 new … 1 at its limit), what was replaced. */
export const EARLIER_JOBS: readonly (readonly [string, string, number, string, string, number, readonly string[]])[] = [
  ['P-101', 'Planned overhaul at 6 000 h', 1900, 'okafor', 'brandt', 0.5, ['seal-still-rings', 'seal-turning-units', 'wear-rings']],
  ['P-102', 'Planned overhaul at 5 000 h', 1870, 'lindqvist', 'brandt', 0.42, ['seal-still-rings', 'seal-turning-units', 'wear-rings']],
  ['P-102', 'Flow down by 6 %', 1210, 'lindqvist', 'nakamura', 0.52, ['seal-still-rings', 'seal-turning-units', 'wear-rings']],
  ['P-103', 'Planned overhaul at 6 000 h', 1780, 'okafor', 'nakamura', 0.55, ['seal-still-rings', 'seal-turning-units', 'wear-rings']],
  ['P-104', 'Planned overhaul at 6 000 h', 1650, 'okafor', 'brandt', 0.44, ['seal-still-rings', 'seal-turning-units', 'wear-rings']],
  ['P-105', 'Planned look at 3 000 h', 1480, 'marsh', 'nakamura', 0.2, ['seal-still-rings', 'seal-turning-units']],
  ['P-105', 'Planned overhaul at 8 000 h', 720, 'marsh', 'brandt', 0.3, ['seal-still-rings', 'seal-turning-units', 'wear-rings']],
  ['M-101', 'Planned look at 16 000 h', 1290, 'okafor', 'nakamura', 0.35, []],
  ['M-102', 'Planned look at 8 000 h', 1540, 'okafor', 'brandt', 0.3, []],
  ['M-103', 'Planned look at 24 000 h', 1105, 'lindqvist', 'nakamura', 0.45, []],
  ['M-103', 'Oil discoloured', 410, 'lindqvist', 'brandt', 0.5, []],
  ['M-104', 'Planned look at 15 000 h', 960, 'marsh', 'brandt', 0.4, []],
  ['C-401', 'Yearly look at the elements', 1490, 'lindqvist', 'brandt', 0.5, []],
  ['C-402', 'Yearly look at the elements', 1120, 'lindqvist', 'nakamura', 0.45, []],
  ['C-402', 'Yearly look at the elements', 365, 'lindqvist', 'brandt', 0.4, []],
  ['H-301', 'Yearly inspection of lifting gear', 690, 'marsh', 'brandt', 0.2, []],
  ['H-301', 'Yearly inspection of lifting gear', 1055, 'marsh', 'nakamura', 0.15, []],
  ['H-302', 'Yearly inspection of lifting gear', 1096, 'marsh', 'brandt', 0.15, []],
  ['DP-431', 'Diaphragm due', 655, 'lindqvist', 'nakamura', 0.4, []],
  ['DP-431', 'Diaphragm due', 1020, 'lindqvist', 'brandt', 0.45, []],
  ['DP-432', 'Diaphragm due', 1005, 'lindqvist', 'brandt', 0.4, []],
  ['DP-433', 'Diaphragm due', 675, 'lindqvist', 'brandt', 0.35, []],
  ['GP-511', 'Planned look at 4 000 h', 1390, 'duarte', 'nakamura', 0.3, []],
  ['VP-521', 'Flow down, vanes due', 1150, 'duarte', 'brandt', 0.55, []],
  ['VP-521', 'Flow down, vanes due', 1700, 'duarte', 'nakamura', 0.5, []],
  ['TC-545', 'Planned look at 4 000 h', 1500, 'duarte', 'brandt', 0.25, []],
  ['TC-546', 'Planned look at 8 000 h', 910, 'duarte', 'nakamura', 0.3, []],
  ['HX-561', 'Blades due', 1460, 'duarte', 'brandt', 0.6, []],
  ['HX-561', 'Blades due', 745, 'duarte', 'nakamura', 0.55, []],
  ['CV-571', 'Slow strokes', 980, 'duarte', 'brandt', 0.3, []],
]
