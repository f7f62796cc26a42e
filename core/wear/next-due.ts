import { thousands } from '../numbers'
import { dayAfterHours, type HoursPerDay } from './running-hours'
import type { TimeToLimit } from './time-to-limit'

export const DUE_REASONS = ['hours', 'calendar', 'regulation', 'concession', 'finding', 'forecast'] as const
export type DueReason = (typeof DUE_REASONS)[number]

/** What may make a machine due, as plain data. Days are ISO 8601; hours are those of the machine. */
export interface DueQuestion {
  today: string
  nowHours: number
  perDay: HoursPerDay | null
  /** Overhaul at so many hours of the machine. */
  atHours?: number | null | undefined
  onDay?: string | null | undefined
  byRegulation?: string | null | undefined
  /** Concessions that end, by day or by hours. */
  concessions?: readonly { what: string, untilDay?: string | null | undefined, untilHours?: number | null | undefined }[] | undefined
  /** Findings that somebody must look at again by a day. */
  findings?: readonly { what: string, byDay: string }[] | undefined
  forecasts?: readonly { what: string, time: TimeToLimit }[] | undefined
  isCritical?: boolean | undefined
}

export interface DueAnswer {
  day: string
  reason: DueReason
  /** What it is that is due, in words. */
  what: string
}

/** Chance that a limit has been passed that is accepted before an overhaul, and on machines that nobody can do without. */
export const ACCEPTED_RISK = 0.1
export const ACCEPTED_RISK_CRITICAL = 0.02

/** The hours until a chance is reached, by halving; its points at 10, 50 and 90 % are known already. */
function hoursAtRisk(time: TimeToLimit, risk: number): number {
  if (risk === ACCEPTED_RISK) return time.lowHours
  if (time.chanceBefore(0) >= risk) return 0
  let [low, high] = [0, 1]
  while (time.chanceBefore(high) < risk) {
    if (high > 1e9) return Infinity
    ;[low, high] = [high, high * 4]
  }
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2
    if (time.chanceBefore(middle) < risk) low = middle
    else high = middle
  }
  return high
}

/**
 * When a machine is due and why: the earliest of its hours, its calendar, what a rule asks, the end of a concession, an open finding, and
 * the day on which the chance that a limit has been passed comes to what is accepted (10 %, on critical machines 2 %).
 *
 * @returns all reasons with a day, the earliest first; hours make no day on a machine that does not run
 * @example nextDue({ today: '2026-01-01', nowHours: 1000, perDay: { perDay: 20, spread: 1 }, atHours: 1200 })[0]!.day // '2026-01-11'
 */
export function nextDue(question: DueQuestion): DueAnswer[] {
  const { today, nowHours, atHours, onDay, byRegulation, concessions = [], findings = [], forecasts = [], isCritical = false } = question
  const perDay = question.perDay?.perDay ?? 0
  const dayIn = (hours: number) => hours <= 0 ? today : dayAfterHours(today, hours, perDay)
  const dayAtHours = (hours: number | null | undefined) => hours === null || hours === undefined ? null : dayIn(hours - nowHours)
  const risk = isCritical ? ACCEPTED_RISK_CRITICAL : ACCEPTED_RISK
  const earliest = (...days: (string | null | undefined)[]) => days.filter(day => typeof day === 'string').sort()[0] ?? null
  const all: { day: string | null | undefined, reason: DueReason, what: string }[] = [
    { day: dayAtHours(atHours), reason: 'hours', what: `overhaul at ${thousands(atHours ?? 0)} h` },
    { day: onDay, reason: 'calendar', what: 'overhaul by the calendar' },
    { day: byRegulation, reason: 'regulation', what: 'inspection that a rule asks for' },
    ...concessions.map(({ what, untilDay, untilHours }) =>
      ({ day: earliest(untilDay, dayAtHours(untilHours)), reason: 'concession' as const, what })),
    ...findings.map(({ what, byDay }) => ({ day: byDay, reason: 'finding' as const, what })),
    ...forecasts.map(({ what, time }) => ({ day: dayIn(hoursAtRisk(time, risk)), reason: 'forecast' as const, what })),
  ]
  return all.filter((one): one is DueAnswer => typeof one.day === 'string').sort((a, b) => a.day.localeCompare(b.day))
}
