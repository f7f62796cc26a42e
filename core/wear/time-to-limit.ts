import { DomainError } from '../domain-error'
import { studentBelow } from './student-t'
import type { PossibleSlope, Trend } from './trend'

export interface WearLimit {
  limit: number
  /** From which side the value comes to its limit: growing to an upper one, shrinking to a lower one. */
  side: 'upper' | 'lower'
  /** Running hours from which is counted. */
  nowHours: number
}

export interface TimeToLimit {
  /** Hours from now after which the limit is reached with a chance of 10, 50 and 90 %; `Infinity` is never. */
  lowHours: number
  medianHours: number
  highHours: number
  /** Chance that the line has reached the limit within so many hours from now, 0 … 1. */
  chanceBefore: (hours: number) => number
}

/** A line that comes to the limit from below: its height over the limit and the scale of what is unknown of it. */
interface Line { weight: number, over: number, slope: number, levelVariance: number, slopeVariance: number }

/** Deviations by which the line is over the limit, so many hours after its mean. */
function deviations({ over, slope, levelVariance, slopeVariance }: Line, after: number): number {
  const above = over + slope * after
  const scale = Math.sqrt(levelVariance + slopeVariance * after ** 2)
  return scale > 0 ? above / scale : above === 0 ? 0 : above * Infinity
}

/** The most that `deviations` comes to on the way: its one turning point is a top only for a line that is over the limit at its mean. */
function mostDeviations(line: Line, from: number, to: number): number {
  const top = line.over > 0 && line.slopeVariance > 0 ? line.slope * line.levelVariance / (line.over * line.slopeVariance) : Number.NaN
  const end = to === Infinity
    ? line.slopeVariance > 0 ? line.slope / Math.sqrt(line.slopeVariance) : Math.sign(line.slope) * Infinity || deviations(line, from)
    : deviations(line, to)
  return Math.max(deviations(line, from), end, top > from && top < to ? deviations(line, top) : -Infinity)
}

const CHANCES = [0.1, 0.5, 0.9] as const
const HALVINGS = 60
/** Nothing runs longer: a hundred thousand years. */
const NEVER_HOURS = 1e9

/**
 * When a trend reaches its limit: the chance that the true line has been there, as a function of the hours from now.
 *
 * `chanceBefore(h)` is the running maximum of T_ν((ŷ − L) ÷ se) from now to h, se = σ √(1/n + (h − h̄)²/Sxx): what Fieller's limits of a
 * ratio are built from. At three to eight readings a bootstrap of residuals would cover about 55 %, of pairs 75 %, where 80 % is said.
 *
 * @param trend of `trend` or `poolSisters`
 * @param at the limit in the unit of the value
 * @returns `lowHours` is 0 only when 10 % are reached now; without a known scatter 0 to `Infinity`, with the crossing of the line between
 * @throws DomainError `trend.number`
 * Source: Fieller, Some problems in interval estimation, JRSS B 16 (1954).
 * @example timeToLimit(line, { limit: 0.8, side: 'upper', nowHours: 16_000 }).medianHours // 16000, where it has risen by 0.2 in 16,000 h
 */
export function timeToLimit(trend: Trend, { limit, side, nowHours }: WearLimit): TimeToLimit {
  if (![limit, nowHours].every(Number.isFinite)) throw new DomainError('trend.number', 'A limit and the running hours are numbers.')
  const sign = side === 'upper' ? 1 : -1
  const { sigma, nu, n, nInLife = n, meanHours, atZero } = trend
  const level = atZero + trend.slopePerHour * meanHours
  const slopes: readonly PossibleSlope[] = trend.possible ?? [{ weight: 1, slopePerHour: trend.slopePerHour, sxx: trend.sxx }]
  const lines = slopes.map(({ weight, slopePerHour, sxx }): Line => ({
    weight, over: sign * (level - limit), slope: sign * slopePerHour, levelVariance: sigma ** 2 / nInLife, slopeVariance: sigma ** 2 / sxx,
  }))
  const after = nowHours - meanHours
  // With σ from the instrument alone it is known, and no t.
  const isTold = nu > 0 || sigma > 0
  const freedom = nu > 0 ? nu : Infinity
  const reached = (hours: number) => lines.reduce((sum, line) =>
    sum + line.weight * studentBelow(mostDeviations(line, after, after + hours), freedom), 0)
  if (!isTold) {
    const [line] = lines
    const crossing = -line!.over / line!.slope - after
    const isOver = line!.over + line!.slope * after >= 0
    return { lowHours: 0, medianHours: isOver ? 0 : crossing > 0 ? crossing : Infinity, highHours: Infinity, chanceBefore: () => 0.5 }
  }
  const [lowHours, medianHours, highHours] = CHANCES.map(chance => hoursUntil(reached, chance))
  return { lowHours: lowHours!, medianHours: medianHours!, highHours: highHours!, chanceBefore: hours => reached(Math.max(0, hours)) }
}

/** The first hours at which a chance that never falls comes to a value. */
function hoursUntil(reached: (hours: number) => number, chance: number): number {
  if (reached(0) >= chance) return 0
  if (reached(NEVER_HOURS) < chance) return Infinity
  let [low, high] = [0, 1]
  while (reached(high) < chance) [low, high] = [high, high * 4]
  for (let i = 0; i < HALVINGS && high - low > high * 1e-9; i++) {
    const middle = (low + high) / 2
    if (reached(middle) < chance) low = middle
    else high = middle
  }
  return high
}
