import { eq } from 'drizzle-orm'
import { ACCEPTED_RISK, ACCEPTED_RISK_CRITICAL, dayBand, nearestLimit, willItLast, type PositionWear } from '#core'
import type { Lasting, PositionTrend, WearAnswer } from '#shared/wire/fleet'
import type { Person } from '#shared/wire/types'
import type { Database } from '../db/client'
import { unit } from '../db/schema'
import { duesOf, kindOf, kindOutlook, lastOverhauls, type FleetRow } from './outlook'
import { loadLiveJob } from './live-job'
import { openOn } from './parts'
import { Problem } from './problem'
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
  const { units, wears, interval } = await kindOutlook(db, kindOf(found), day, { only: found.id })
  const at = units.find(one => one.unit.id === found.id)
  const own = wears.filter(wear => wear.unit === found.id)
  const tags = new Map(units.filter(({ unit }) => reaches(person, unit.siteKey)).map(({ unit }) => [unit.id, unit.tag]))
  const helps = new Map(nearestLimit(own.filter(wear => wear.mayWear)).untold.map(({ position, help }) => [position, help]))
  const [last, open] = await Promise.all([lastOverhauls(db, at ? [at] : []), openOn(db, [found.id])])
  return {
    nowHours: at?.nowHours ?? found.runningHours, perDay: at?.perDay ?? null, interval,
    dues: at ? duesOf(at, own, day, last.get(found.id) ?? null, open.get(found.id) ?? []) : [],
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

/** How likely each position of a machine on the bench lasts to its next overhaul, with what was read in this job. */
export async function readLasting(db: Database, person: Person, jobId: string): Promise<Lasting> {
  const { unitId } = await loadLiveJob(db, person, jobId, { fresh: false })
  const [found] = await db.select().from(unit).where(eq(unit.id, unitId))
  if (!found) throw new Problem(404, 'unit.unknown', 'The unit of this job is not there any more.')
  const acceptedRisk = found.isCritical ? ACCEPTED_RISK_CRITICAL : ACCEPTED_RISK
  if (found.intervalHours === null) return { lasts: [], acceptedRisk }
  const { units, wears } = await kindOutlook(db, kindOf(found), today(), { only: found.id, running: jobId })
  const now = units.find(one => one.unit.id === found.id)?.nowHours ?? found.runningHours
  const lasts = wears.flatMap(({ unit, mayWear, time, position }) => {
    const chance = unit === found.id && mayWear ? willItLast(time, found.intervalHours!) : null
    return chance === null ? [] : [{ position, untilHours: now + found.intervalHours!, chance }]
  })
  return { lasts, acceptedRisk }
}

const pick = ({ atZero, slopePerHour, sigma, n, nu, leftOut, working }: NonNullable<PositionWear['trend']>) =>
  ({ atZero, slopePerHour, sigma, n, nu, leftOut, working })

/** The same position of machines within reach, by the hours of their part. */
const sistersOf = (wears: readonly PositionWear<FleetRow>[], { unit: own, position }: PositionWear, tags: ReadonlyMap<string, string>) =>
  wears.filter(wear => wear.position === position && wear.unit !== own && tags.has(wear.unit)).slice(0, MOST_SISTERS)
    .map(({ unit, rows }) => ({
      tag: tags.get(unit)!, points: rows.flatMap(({ hoursSinceNew, value }) => hoursSinceNew === null ? [] : [{ hoursSinceNew, value }]),
    }))
