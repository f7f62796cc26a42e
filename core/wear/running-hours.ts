import { DomainError } from '../domain-error'

const DAY_MS = 86_400_000
const HOURS_A_DAY = 24
/** What a meter that is read at another hour of the day may show too much. */
const SLACK_HOURS = 1

/** What a meter showed. With `wasHours` the meter was changed then: the old one ended at that, the new one began at `hours`. */
export interface MeterReading {
  /** Moment, ISO 8601. */
  at: string
  hours: number
  wasHours?: number | undefined
}

/** Hours of the machine, whatever meter counted them. */
export interface MachineHours { at: string, hours: number }

/**
 * Hours of the machine out of what its meters showed, the oldest first; changes of the meter leave no step.
 *
 * @example machineHours([{ at: '2026-01-01', hours: 900 }, { at: '2026-02-01', hours: 0, wasHours: 1500 }])[1]!.hours // 1500
 */
export function machineHours(readings: readonly MeterReading[]): MachineHours[] {
  let offset = 0
  return [...readings].sort((a, b) => Date.parse(a.at) - Date.parse(b.at)).map(({ at, hours, wasHours }) => {
    if (wasHours !== undefined) offset += wasHours - hours
    return { at, hours: hours + offset }
  })
}

export interface HoursQuestion { code: 'hours.back' | 'hours.too-fast', message: string }

/**
 * What is odd about a meter reading beside those before and after it: it goes back, or faster than days have hours. `null` for a sound one.
 *
 * @param known others of the same machine; the one before and the one after are enough
 * @returns a sentence that can be asked: a typing error, a changed meter, or true all the same
 * @throws DomainError `hours.number`, `hours.twice` for another reading of the same moment
 * @example questionHours([{ at: '2026-01-01', hours: 900 }], { at: '2026-01-02', hours: 940 })!.code // 'hours.too-fast'
 */
export function questionHours(known: readonly MeterReading[], next: MeterReading): HoursQuestion | null {
  if (![next.hours, next.wasHours ?? 0].every(hours => Number.isFinite(hours) && hours >= 0) || !Number.isFinite(Date.parse(next.at)))
    throw new DomainError('hours.number', 'Running hours are zero or more, and have a moment at which they were read.')
  if (known.some(({ at }) => Date.parse(at) === Date.parse(next.at)))
    throw new DomainError('hours.twice', 'There is a reading of this moment already.')
  const all = [...known, next].sort((a, b) => Date.parse(a.at) - Date.parse(b.at))
  const i = all.indexOf(next)
  for (const [from, to] of [[all[i - 1], all[i]], [all[i], all[i + 1]]] as const) {
    if (!from || !to) continue
    const [days, ran] = [(Date.parse(to.at) - Date.parse(from.at)) / DAY_MS, (to.wasHours ?? to.hours) - from.hours]
    if (ran < 0)
      return { code: 'hours.back', message: `The hours go back by ${Math.round(-ran)} h. Was the meter changed, or is it a slip?` }
    if (ran > days * HOURS_A_DAY + SLACK_HOURS)
      return { code: 'hours.too-fast', message: `${Math.round(ran)} h in ${days.toFixed(days < 10 ? 1 : 0)} days is more than days have hours.` }
  }
  return null
}

/** How much a machine runs. */
export interface HoursPerDay {
  perDay: number
  /** Standard deviation of the mean rate, h per day. */
  spread: number
}

/** The past that says how much a machine runs now. */
const LOOK_BACK_DAYS = 730
/** As wide as the rate is thought to be where one stretch is all there is. */
const UNKNOWN_SHARE = 0.25

/**
 * How many hours a day a machine runs, of the last two years of its meter, each stretch by its length.
 *
 * @returns `null` while there are no two readings on different days
 * @example hoursPerDay([{ at: '2026-01-01', hours: 0 }, { at: '2026-01-11', hours: 200 }])!.perDay // 20
 */
export function hoursPerDay(hours: readonly MachineHours[]): HoursPerDay | null {
  const sorted = [...hours].sort((a, b) => Date.parse(a.at) - Date.parse(b.at))
  const newest = Date.parse(sorted.at(-1)?.at ?? '')
  const recent = sorted.filter(({ at }) => newest - Date.parse(at) <= LOOK_BACK_DAYS * DAY_MS)
  const stretches = (recent.length >= 2 ? recent : sorted.slice(-2)).slice(1).map((to, i) => {
    const from = (recent.length >= 2 ? recent : sorted.slice(-2))[i]!
    const days = (Date.parse(to.at) - Date.parse(from.at)) / DAY_MS
    return { days, perDay: Math.min(HOURS_A_DAY, Math.max(0, (to.hours - from.hours) / days)) }
  }).filter(({ days }) => days > 0)
  const days = stretches.reduce((sum, stretch) => sum + stretch.days, 0)
  if (days === 0) return null
  const perDay = stretches.reduce((sum, stretch) => sum + stretch.days * stretch.perDay, 0) / days
  if (stretches.length === 1) return { perDay, spread: perDay * UNKNOWN_SHARE }
  const variance = stretches.reduce((sum, stretch) => sum + stretch.days * (stretch.perDay - perDay) ** 2, 0) / days
  return { perDay, spread: Math.sqrt(variance / (stretches.length - 1)) }
}

/** The hours of a machine at a moment, between two readings in proportion, beyond the last at its usual rate. */
export function hoursAt(hours: readonly MachineHours[], at: string): number | null {
  const sorted = [...hours].sort((a, b) => Date.parse(a.at) - Date.parse(b.at))
  const moment = Date.parse(at)
  const i = sorted.findLastIndex(one => Date.parse(one.at) <= moment)
  const [before, after] = [sorted[i], sorted[i + 1]]
  if (!before) return sorted[0]?.hours ?? null
  if (after) {
    const [from, to] = [Date.parse(before.at), Date.parse(after.at)]
    return before.hours + (after.hours - before.hours) * (moment - from) / (to - from)
  }
  return before.hours + (hoursPerDay(sorted)?.perDay ?? 0) * (moment - Date.parse(before.at)) / DAY_MS
}

/** The day on which so many hours more have been run, ISO 8601; `null` when that is never. */
export function dayAfterHours(today: string, hours: number, perDay: number): string | null {
  const days = hours === 0 ? 0 : hours / perDay
  const moment = Date.parse(today) + days * DAY_MS
  // Beyond a century it is no date that anybody plans by.
  return Number.isFinite(days) && days < 36_525 ? new Date(moment).toISOString().slice(0, 10) : null
}

/** A span of hours from now as days; `null` is never. */
export interface DayBand { lowDay: string | null, medianDay: string | null, highDay: string | null }

/** Deviations of a normal rate that one in ten is beyond. */
const ONE_IN_TEN = 1.2816

/**
 * Hours until something as days: the early end at the rate of a busy time, the late end at that of a quiet one.
 *
 * @example dayBand(timeToLimit(…), { perDay: 20, spread: 0 }, '2026-01-01').medianDay // '2026-01-11' for a median of 200 h
 */
export function dayBand({ lowHours, medianHours, highHours }: Record<'lowHours' | 'medianHours' | 'highHours', number>,
  { perDay, spread }: HoursPerDay, today: string): DayBand {
  return {
    lowDay: dayAfterHours(today, lowHours, Math.min(HOURS_A_DAY, perDay + ONE_IN_TEN * spread)),
    medianDay: dayAfterHours(today, medianHours, perDay),
    highDay: dayAfterHours(today, highHours, Math.max(0, perDay - ONE_IN_TEN * spread)),
  }
}
