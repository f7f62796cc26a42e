import { dayBand, nearestLimit, type PositionWear } from '#core'
import type { PositionTrend, WearAnswer } from '#shared/wire/fleet'
import type { Person } from '#shared/wire/types'
import type { Database } from '../db/client'
import { duesOf, kindOf, kindOutlook, lastOverhauls, type FleetRow } from './outlook'
import { reaches } from './reach'
import { today } from './today'
import { requireUnit } from './units'

/** So many sisters are drawn behind a trend; the line stands on all of them. */
const MOST_SISTERS = 12

const orNull = (hours: number): number | null => Number.isFinite(hours) ? hours : null

/** How every position of a unit wears, what its sisters say of it, and when the unit is due and why. */
export async function readWear(db: Database, person: Person, tag: string): Promise<WearAnswer> {
  const { unit: found } = await requireUnit(db, person, tag)
  const day = today()
  const { units, wears, interval } = await kindOutlook(db, kindOf(found), day, found.id)
  const at = units.find(one => one.unit.id === found.id)
  const own = wears.filter(wear => wear.unit === found.id)
  const tags = new Map(units.filter(({ unit }) => reaches(person, unit.siteKey)).map(({ unit }) => [unit.id, unit.tag]))
  const helps = new Map(nearestLimit(own.filter(wear => wear.mayWear)).untold.map(({ position, help }) => [position, help]))
  const last = at ? await lastOverhauls(db, [at]) : new Map<string, null>()
  return {
    nowHours: at?.nowHours ?? found.runningHours, perDay: at?.perDay ?? null, interval,
    dues: at ? duesOf(at, own, day, last.get(found.id) ?? null) : [],
    positions: own.map((wear): PositionTrend => {
      const { trend, time, rows, limit, share, weight, differs, position, name } = wear
      const newest = rows.at(-1)!
      const days = time && at?.perDay ? dayBand(time, at.perDay, day) : { lowDay: null, medianDay: null, highDay: null }
      return {
        position, name, limit, share, quantity: newest.quantity, lower: newest.lower, upper: newest.upper,
        help: helps.get(position) ?? null,
        readings: rows.map(({ job, stage, hours, hoursSinceNew, life, value, uncertainty, verdict, takenAt }) =>
          ({ job, stage, hours, hoursSinceNew, life, value, uncertainty: uncertainty ?? 0, verdict, takenAt })),
        line: trend && { ...pick(trend), weight, differs },
        reach: time && {
          ...days, lowHours: orNull(time.lowHours), medianHours: orNull(time.medianHours), highHours: orNull(time.highHours),
        },
        sisters: sistersOf(wears, wear, tags),
      }
    }),
  }
}

const pick = ({ atZero, slopePerHour, sigma, n, nu, leftOut, working }: NonNullable<PositionWear['trend']>) =>
  ({ atZero, slopePerHour, sigma, n, nu, leftOut, working })

/** The same position of machines within reach, by the hours of their part. */
const sistersOf = (wears: readonly PositionWear<FleetRow>[], { unit: own, position }: PositionWear, tags: ReadonlyMap<string, string>) =>
  wears.filter(wear => wear.position === position && wear.unit !== own && tags.has(wear.unit)).slice(0, MOST_SISTERS)
    .map(({ unit, rows }) => ({
      tag: tags.get(unit)!, points: rows.flatMap(({ hoursSinceNew, value }) => hoursSinceNew === null ? [] : [{ hoursSinceNew, value }]),
    }))
