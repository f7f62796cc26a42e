import { groupBy } from '../group-by'
import { median } from '../numbers'
import { intervalFit, type IntervalFit } from './interval-fit'
import { livesOf, withEarlierRuns, type LivedRow, type WearRow } from './life-of'
import type { WearStand } from './nearest-limit'
import { poolSisters } from './pool-sisters'
import { timeToLimit, type TimeToLimit } from './time-to-limit'
import type { Trend, WearPoint } from './trend'

/** A reading of one machine of a kind, with the limits of wear that it was judged by. */
export interface KindRow extends WearRow {
  unit: string
  /** Counted, not measured: it does not wear. */
  isCount: boolean
  position: string
  name: string
  lower: number | null
  upper: number | null
  uncertainty: number | null
}

/** The wear of one position of one machine. */
export interface PositionWear<T extends KindRow = KindRow> extends WearStand {
  unit: string
  rows: LivedRow<T>[]
  trend: Trend | null
  /** Share of its own readings in the slope. */
  weight: number
  differs: boolean
  /** It is found worn, and has somewhere to go: a check at the end of a run, a count, a target do not. */
  mayWear: boolean
  /** The limit that it comes to first; `null` for a position without one. */
  limit: { value: number, side: 'upper' | 'lower' } | null
  /** How far the last reading had come from new (0) to the limit (1). */
  share: number | null
}

/** What new ones of a position are, as overhauls leave them; `null` while none has been measured. */
const freshOf = (rows: readonly KindRow[]): number | null => {
  const left = rows.filter(({ stage }) => stage === 'as-left').map(({ value }) => value)
  return left.length > 0 ? median(left) : null
}

const mayWear = (rows: readonly KindRow[]) =>
  rows.some(({ stage }) => stage === 'as-found') && rows.every(({ isCount, lower, upper }) => !isCount && lower !== upper)

const pointsOf = (rows: readonly LivedRow<KindRow>[]): WearPoint[] => rows.flatMap(({ hours, value, uncertainty, life }) =>
  hours === null ? [] : [{ hours, value, life, ...uncertainty === null ? {} : { uncertainty } }])

/** The side whose limit is reached first, as far as a line tells; without one, the side that is nearer. */
function firstLimit(trend: Trend | null, { lower, upper, value }: KindRow, nowHours: number) {
  const sides = [
    ...upper === null ? [] : [{ value: upper, side: 'upper' as const }], ...lower === null ? [] : [{ value: lower, side: 'lower' as const }],
  ].map(limit => ({ limit, time: trend && timeToLimit(trend, { limit: limit.value, side: limit.side, nowHours }) }))
  const room = (limit: { value: number }) => Math.abs(limit.value - value)
  return sides.sort((a, b) => (a.time && b.time
    ? a.time.lowHours - b.time.lowHours || a.time.medianHours - b.time.medianHours
    : 0) || room(a.limit) - room(b.limit))[0]
}

const shareOf = (value: number, fresh: number | null, limit: number): number | null =>
  fresh === null || fresh === limit ? null : (value - fresh) / (limit - fresh)

/**
 * How one position wears on all machines of a kind: each with its line, helped by its sisters, and when it comes to its limit.
 *
 * @param rows readings of one position, of any order; those without hours count for the list but not for the line
 * @param nowHours hours of each machine now
 * @param only the one machine whose time is asked for; all when left out
 * @example positionWear(rows, new Map([['P-101', 31_240]]))[0].time?.medianHours
 */
export function positionWear<T extends KindRow>(
  rows: readonly T[], nowHours: ReadonlyMap<string, number>, only?: string,
): PositionWear<T>[] {
  const units = withEarlierRuns([...groupBy(rows, ({ unit }) => unit)].map(([unit, own]) => ({ unit, rows: livesOf(own) })))
  const fresh = freshOf(rows)
  const histories = units.map(({ unit, rows }) => ({ unit, points: pointsOf(rows) })).filter(({ points }) => points.length > 0)
  const pooled = new Map(poolSisters(histories).units.map(one => [one.unit, one]))
  return units.map(({ unit, rows }) => {
    const last = rows.at(-1)!
    const { trend = null, weight = 1, differs = false } = pooled.get(unit) ?? {}
    const isWorn = mayWear(rows)
    const isAsked = only === undefined || only === unit
    const isPast = last.stage === 'as-found' && last.isGone
    const first = firstLimit(isWorn && isAsked && !isPast ? trend : null, last, nowHours.get(unit) ?? last.hours ?? 0)
    const time: TimeToLimit | null = first?.time ?? null
    return {
      unit, rows, trend, weight, differs, isPast, time, position: last.position, name: last.name, mayWear: isWorn,
      readings: pointsOf(rows).length, limit: first?.limit ?? null,
      share: first && !isPast ? shareOf(last.value, fresh, first.limit.value) : null,
    }
  })
}

/**
 * Whether a kind comes to its overhauls at the right time: of each overhaul, the position that was found farthest gone.
 *
 * @param wears the wear of every position of the kind
 */
export function kindInterval(wears: readonly PositionWear[]): IntervalFit {
  const worst = new Map<string, number>()
  for (const { unit, rows, limit } of wears) {
    const fresh = freshOf(rows)
    for (const { stage, job, value } of rows) {
      const share = limit && stage === 'as-found' ? shareOf(value, fresh, limit.value) : null
      const overhaul = `${unit} ${job}`
      if (share !== null) worst.set(overhaul, Math.max(worst.get(overhaul) ?? -Infinity, share))
    }
  }
  return intervalFit([...worst.values()])
}
