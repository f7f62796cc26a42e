import { and, asc, count, eq, inArray, isNull, max, ne, notInArray, sql } from 'drizzle-orm'
import type { SitePlan } from '#shared/wire/house'
import type { SiteChange, SiteInput } from '#shared/wire/sites'
import type { Person } from '#shared/wire/types'
import type { Database, Transaction } from '../db/client'
import { bay, houseDevice, hoursLink, instrument, job, person as personTable, plannedJob, site, stockEntry, stockLot, stockOrder, unit } from '../db/schema'
import { Problem } from './problem'
import { reaches, requireReach } from './reach'

/** The sites within reach in their order, with their bays and what stands there; those that are closed last. */
export async function listSites(db: Database, person: Person): Promise<SitePlan[]> {
  const openJob = and(eq(job.unitId, unit.id), eq(job.status, 'open'))
  const [rows, bays] = await Promise.all([
    db.select({ site, units: count(unit.id), openJobs: count(job.id) }).from(site)
      .leftJoin(unit, and(eq(unit.siteKey, site.key), isNull(unit.retiredAt))).leftJoin(job, openJob)
      .groupBy(site.key).orderBy(sql`${site.closedAt} is not null`, asc(site.place), asc(site.name)),
    db.select().from(bay).orderBy(asc(bay.place), asc(bay.name)),
  ])
  return rows.filter(({ site: { key } }) => reaches(person, key)).map(({ site: { closedAt, ...row }, ...counts }) => ({
    ...row, ...counts, closedAt: closedAt?.toISOString() ?? null, bays: bays.flatMap(one => one.siteKey === row.key ? one.name : []),
  }))
}

/** Makes a site, the last in their order. */
export async function addSite(db: Database, person: Person, { key, name, timeZone, bays }: SiteInput): Promise<{ key: string }> {
  if (person.sites)
    throw new Problem(403, 'site.out-of-reach', 'Your sign-in covers some sites only. A new site is made by somebody who covers all.')
  await db.transaction(async (tx) => {
    const [last] = await tx.select({ place: max(site.place) }).from(site)
    const [made] = await tx.insert(site).values({ key, name, timeZone, place: (last?.place ?? -1) + 1 }).onConflictDoNothing().returning()
    if (!made) throw new Problem(409, 'site.key-taken', `There is a site "${key}" already. Short names are never given twice, because records know sites by them.`)
    await requireOwnName(tx, key, name)
    if (bays.length > 0) await tx.insert(bay).values(bays.map((bayName, place) => ({ siteKey: key, name: bayName, place })))
  })
  return { key }
}

/** Changes a site by who saw it last: its name, zone, bays, place in the order, and whether it is closed. */
export async function changeSite(
  db: Database, person: Person, key: string, { version, change: { bays, isClosed, ...change } }: { version: number, change: SiteChange },
): Promise<{ version: number }> {
  requireReach(person, key, 'It')
  return db.transaction(async (tx) => {
    const [before] = await tx.select().from(site).where(eq(site.key, key)).for('update')
    if (!before) throw new Problem(404, 'site.unknown', 'There is no such site.')
    if (before.version !== version)
      throw new Problem(409, 'site.changed', 'Somebody has changed this site meanwhile. Look at it again; nothing of yours was written.', { version: before.version })
    if (change.name) await requireOwnName(tx, key, change.name)
    if (isClosed === true && !before.closedAt) await requireIdle(tx, key)
    if (bays) await putBays(tx, key, bays)
    const closedAt = isClosed === undefined || isClosed === (before.closedAt !== null) ? {} : { closedAt: isClosed ? new Date() : null }
    await tx.update(site).set({ ...change, ...closedAt, version: version + 1 }).where(eq(site.key, key))
    return { version: version + 1 }
  })
}

/** Takes away a site that nothing names yet: a slip of the first day. */
export async function dropSite(db: Database, person: Person, key: string): Promise<void> {
  requireReach(person, key, 'It')
  await db.transaction(async (tx) => {
    const [found] = await tx.select({ name: site.name }).from(site).where(eq(site.key, key)).for('update')
    if (!found) throw new Problem(404, 'site.unknown', 'There is no such site.')
    const { rows: [named] } = await tx.execute<{ is: boolean }>(sql`select
      exists (select 1 from ${unit} where ${unit.siteKey} = ${key}) or exists (select 1 from ${instrument} where ${instrument.siteKey} = ${key})
      or exists (select 1 from ${stockLot} where ${stockLot.siteKey} = ${key}) or exists (select 1 from ${stockEntry} where ${stockEntry.siteKey} = ${key})
      or exists (select 1 from ${stockOrder} where ${stockOrder.siteKey} = ${key}) or exists (select 1 from ${houseDevice} where ${houseDevice.siteKey} = ${key})
      or exists (select 1 from ${personTable} where ${key} = any(${personTable.sites})) or exists (select 1 from ${hoursLink} where ${key} = any(${hoursLink.sites})) as is`)
    if (named!.is)
      throw new Problem(409, 'site.named', `${found.name} is named by machines, people, instruments, tablets or stores. It can be closed, never deleted.`)
    await tx.delete(site).where(eq(site.key, key))
  })
}

/** Refuses what would begin at a site that is closed; within a transaction nobody closes it until that has begun. */
export async function requireOpenSite(db: Pick<Database, 'select'>, key: string): Promise<void> {
  const [found] = await db.select({ name: site.name, closedAt: site.closedAt }).from(site).where(eq(site.key, key)).for('share')
  if (found?.closedAt)
    throw new Problem(409, 'site.closed', `${found.name} is closed: nothing new begins there. Open it again in the office, or move the machine.`)
}

/** People find sites by their names. */
async function requireOwnName(tx: Transaction, key: string, name: string): Promise<void> {
  const [other] = await tx.select({ key: site.key }).from(site).where(and(ne(site.key, key), sql`lower(${site.name}) = lower(${name})`))
  if (other) throw new Problem(409, 'site.name-taken', `There is a site "${name}" already. Give this one a name of its own.`)
}

/** A site closes when nothing is on the bench there, nothing is planned, and no tablet stands there. */
async function requireIdle(tx: Transaction, key: string): Promise<void> {
  const [open] = await tx.select({ n: count() }).from(job).innerJoin(unit, eq(unit.id, job.unitId)).where(and(eq(unit.siteKey, key), eq(job.status, 'open')))
  if (open!.n > 0)
    throw new Problem(409, 'site.at-work', `${open!.n} ${open!.n === 1 ? 'job is' : 'jobs are'} open at this site. Close ${open!.n === 1 ? 'it' : 'them'} first.`)
  const [planned] = await tx.select({ n: count() }).from(plannedJob).innerJoin(unit, eq(unit.id, plannedJob.unitId))
    .where(and(eq(unit.siteKey, key), eq(plannedJob.status, 'planned')))
  if (planned!.n > 0) throw new Problem(409, 'site.at-work', 'Overhauls are planned at this site. Drop them, or move their machines first.')
  const [tablet] = await tx.select({ name: houseDevice.name }).from(houseDevice)
    .where(and(eq(houseDevice.siteKey, key), isNull(houseDevice.endedAt)))
  if (tablet) throw new Problem(409, 'site.at-work', `The tablet ${tablet.name} stands at this site. End it, or move it first.`)
}

/** The bays of a site are these, in this order; one where a tablet stands stays. */
async function putBays(tx: Transaction, key: string, bays: readonly string[]): Promise<void> {
  const gone = await tx.select({ name: bay.name }).from(bay)
    .where(and(eq(bay.siteKey, key), bays.length > 0 ? notInArray(bay.name, [...bays]) : undefined))
  const [tablet] = gone.length === 0
    ? []
    : await tx.select({ name: houseDevice.name, bay: houseDevice.bay }).from(houseDevice)
        .where(and(eq(houseDevice.siteKey, key), isNull(houseDevice.endedAt), inArray(houseDevice.bay, gone.map(({ name }) => name))))
  if (tablet) throw new Problem(409, 'bay.named', `The tablet ${tablet.name} stands in ${tablet.bay}. Move it first.`)
  await tx.delete(bay).where(eq(bay.siteKey, key))
  if (bays.length > 0) await tx.insert(bay).values(bays.map((name, place) => ({ siteKey: key, name, place })))
}
