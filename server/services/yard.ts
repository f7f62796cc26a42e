import { and, asc, count, eq, inArray, isNotNull, isNull, sql, type SQL } from 'drizzle-orm'
import type { YardShow, YardSort } from '#shared/wire/yard'
import type { Person, YardAnswer } from '#shared/wire/types'
import type { Database } from '../db/client'
import { job, site, unit, unitOutlook } from '../db/schema'
import { matching } from './matching'
import { nextPlans } from './plans'
import { unitsWithin } from './reach'
import { toUnitRow } from './units'

export interface YardQuery {
  search?: string | undefined
  site?: string | undefined
  show?: YardShow
  sort?: YardSort
  /** The other way round. */
  desc?: boolean
  limit: number
  offset: number
}

/** Sites and the units that match, in the order that is asked for; those with an open job first where none is. */
export async function readYard(db: Database, person: Person, query: YardQuery): Promise<YardAnswer> {
  const within = unitsWithin(person)
  const openJob = and(eq(job.unitId, unit.id), eq(job.status, 'open'))
  const ofOutlook = eq(unitOutlook.unitId, unit.id)
  const where = and(within, ...conditions(query))
  const [sites, units, [total]] = await Promise.all([
    db.select({ key: site.key, name: site.name, timeZone: site.timeZone, units: count(unit.id), openJobs: count(job.id) })
      .from(site).leftJoin(unit, and(eq(unit.siteKey, site.key), isNull(unit.retiredAt))).leftJoin(job, openJob)
      .where(person.sites ? inArray(site.key, person.sites) : undefined)
      .groupBy(site.key).having(sql`${site.closedAt} is null or count(${unit.id}) > 0`).orderBy(site.place, site.name),
    db.select({ unit, job, outlook: unitOutlook }).from(unit).leftJoin(job, openJob).leftJoin(unitOutlook, ofOutlook).where(where)
      .orderBy(...orderOf(query), asc(unit.tag)).limit(query.limit).offset(query.offset),
    db.select({ n: count() }).from(unit).leftJoin(job, openJob).leftJoin(unitOutlook, ofOutlook).where(where),
  ])
  const planned = await nextPlans(db, units.map(({ unit: { id } }) => id))
  return {
    sites, total: total!.n,
    units: units.map(({ unit, job, outlook }) => ({ ...toUnitRow(unit, job, outlook), planned: planned.get(unit.id) ?? null })),
  }
}

/** What has no value comes last, whichever way round. */
function orderOf({ sort, desc: isDown = false }: YardQuery): SQL[] {
  if (!sort) return [sql`${job.id} is null`]
  const by = { tag: unit.tag, due: unitOutlook.dueDay, limit: unitOutlook.lowDay, hours: unit.runningHours }[sort]
  return [isDown ? sql`${by} desc nulls last` : sql`${by} asc nulls last`]
}

function conditions({ search, site, show }: YardQuery): (SQL | undefined)[] {
  return [
    matching(search, [unit.tag, unit.name, unit.family, unit.make]),
    site ? eq(unit.siteKey, site) : undefined,
    show === 'open' ? isNotNull(job.id) : undefined,
    show === 'due' ? sql`${unitOutlook.dueDay} <= current_date + ${DUE_WITHIN_DAYS}::int` : undefined,
    show === 'limit' ? sql`${unitOutlook.lowDay} <= current_date + ${LIMIT_WITHIN_DAYS}::int` : undefined,
    show === 'retired' ? isNotNull(unit.retiredAt) : isNull(unit.retiredAt),
  ]
}

/** How far ahead lists of what comes look. */
const [DUE_WITHIN_DAYS, LIMIT_WITHIN_DAYS] = [60, 180]
