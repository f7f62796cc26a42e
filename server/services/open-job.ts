import { and, asc, desc, eq, gt } from 'drizzle-orm'
import type { EventBodies, OpenedWith } from '#core'
import type { JobBundle, LoggedEvent, Person } from '#shared/wire/types'
import type { Database } from '../db/client'
import { job, jobEvent, jobSnapshot, person as personTable, sheet, site, unit } from '../db/schema'
import { ofSnapshot, toRecordedEvent } from './live-job'
import { Problem } from './problem'
import { requireReach } from './reach'
import { publicSealKey } from './seal'
import { toJobRow } from './units'

/** What a bench needs to open a job: the newest snapshot and the events after it, never the whole history. */
export async function openJob(db: Database, person: Person, jobId: string): Promise<JobBundle> {
  const [row] = await db
    .select({
      job,
      unitTag: unit.tag,
      unitName: unit.name,
      siteKey: site.key,
      siteName: site.name,
      timeZone: site.timeZone,
      sheetKey: sheet.key,
      revision: sheet.revision,
      sha256: sheet.sha256,
      snapshot: jobSnapshot,
    })
    .from(job)
    .innerJoin(unit, eq(unit.id, job.unitId))
    .innerJoin(site, eq(site.key, unit.siteKey))
    .innerJoin(sheet, eq(sheet.id, job.sheetId))
    .leftJoin(jobSnapshot, ofSnapshot)
    .where(eq(job.id, jobId))
  if (!row) throw new Problem(404, 'job.unknown', 'There is no such job.')
  requireReach(person, row.siteKey, 'This job')
  const events = await eventsAfter(db, jobId, row.snapshot?.seq ?? 0)
  const opened = { key: row.sheetKey, revision: row.revision, sha256: row.sha256 }
  const later = [
    ...row.snapshot?.state.takenOver ?? [],
    ...events.flatMap(({ type, body }) => type === 'sheet-taken-over' ? [body as EventBodies['sheet-taken-over']] : []),
  ].map(({ to }) => to)
  return {
    job: {
      ...toJobRow(row.job), setup: row.job.setup, unitTag: row.unitTag, unitName: row.unitName, siteName: row.siteName, site: row.siteKey,
      timeZone: row.timeZone,
    },
    sheet: opened, later, newer: await newerThan(db, later.at(-1) ?? opened),
    snapshot: row.snapshot && { seq: row.snapshot.seq, state: row.snapshot.state },
    events,
    head: events.length > 0 ? { seq: events.at(-1)!.seq, hash: events.at(-1)!.hash } : { seq: row.job.seq, hash: row.job.headHash },
    sealKey: await publicSealKey(db),
  }
}

/** The newest released revision of the sheet of a job, where it is newer than the one it goes by. */
async function newerThan(db: Database, { key, revision }: OpenedWith): Promise<JobBundle['newer']> {
  const [row] = await db.select({ revision: sheet.revision, sha256: sheet.sha256, note: sheet.note, by: personTable.name })
    .from(sheet).leftJoin(personTable, eq(personTable.id, sheet.releasedBy))
    .where(and(eq(sheet.key, key), eq(sheet.origin, 'released'), gt(sheet.revision, revision)))
    .orderBy(desc(sheet.revision)).limit(1)
  return row ? { key, ...row } : null
}

/** The events of a job after a sequence number, for a bench that is behind. */
export async function readEvents(
  db: Database,
  person: Person,
  jobId: string,
  { after, limit }: { after: number; limit?: number | undefined },
): Promise<LoggedEvent[]> {
  const [row] = await db.select({ siteKey: unit.siteKey }).from(job).innerJoin(unit, eq(unit.id, job.unitId)).where(eq(job.id, jobId))
  if (!row) throw new Problem(404, 'job.unknown', 'There is no such job.')
  requireReach(person, row.siteKey, 'This job')
  return eventsAfter(db, jobId, after, limit)
}

/** Events that one answer carries; who is further behind asks again. */
const MOST_EVENTS = 1000

async function eventsAfter(db: Database, jobId: string, after: number, limit = MOST_EVENTS): Promise<LoggedEvent[]> {
  const rows = await db
    .select()
    .from(jobEvent)
    .where(and(eq(jobEvent.jobId, jobId), gt(jobEvent.seq, after)))
    .orderBy(asc(jobEvent.seq))
    .limit(limit)
  return rows.map(row => ({ ...toRecordedEvent(row), hash: row.hash }))
}
