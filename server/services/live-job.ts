import { and, asc, eq, gt } from 'drizzle-orm'
import { LRUCache } from 'lru-cache'
import {
  emptyState,
  foldJob,
  sheetForJob,
  upgradeSheet,
  STATE_FORMAT,
  type JobEvent,
  type JobSetup,
  type JobState,
  type RecordedEvent,
  type Sheet,
} from '#core'
import type { Person } from '#shared/wire/types'
import type { Database } from '../db/client'
import { job, jobEvent, jobSnapshot, sheet, unit } from '../db/schema'
import { Problem } from './problem'
import { requireReach } from './reach'

/** A job as this process last saw it. The database decides; this is only where the next look starts from. */
export interface LiveJob {
  id: string
  number: number
  siteKey: string
  unitId: string
  unitTag: string
  sheetKey: string
  sheet: Sheet
  seq: number
  headHash: string
  state: JobState
  snapshotSeq: number
}

const sheets = new LRUCache<string, Sheet>({ max: 200 })
const jobs = new LRUCache<string, LiveJob>({ max: 500 })

/** The sheet of a job. Documents are immutable once released, so one read a process and setup is enough. */
export async function sheetOfJob(db: Database, id: string, setup: JobSetup): Promise<Sheet> {
  const name = `${id} ${JSON.stringify(setup)}`
  const known = sheets.get(name)
  if (known) return known
  const [row] = await db.select({ document: sheet.document }).from(sheet).where(eq(sheet.id, id))
  const resolved = sheetForJob(upgradeSheet(row!.document), setup)
  sheets.set(name, resolved)
  return resolved
}

/**
 * The state of a job, from the newest snapshot (or what this process knows already) and the events after it.
 *
 * @param fresh look into the log for events that other instances have written; without it a known job is returned as it is
 */
export async function loadLiveJob(db: Database, person: Person, jobId: string, { fresh }: { fresh: boolean }): Promise<LiveJob> {
  const known = jobs.get(jobId) ?? await readJob(db, jobId)
  requireReach(person, known.siteKey, 'This job')
  return fresh ? catchUp(db, known) : known
}

/** Remembers what has just been written. */
export const rememberLiveJob = (live: LiveJob): void => { jobs.set(live.id, live) }

/** The snapshot of a job that this program can read. */
export const ofSnapshot = and(eq(jobSnapshot.jobId, job.id), eq(jobSnapshot.format, STATE_FORMAT))

async function readJob(db: Database, jobId: string): Promise<LiveJob> {
  const [row] = await db
    .select({
      number: job.number,
      sheetId: job.sheetId,
      setup: job.setup,
      siteKey: unit.siteKey,
      unitId: unit.id,
      unitTag: unit.tag,
      sheetKey: sheet.key,
      snapshotSeq: jobSnapshot.seq,
      state: jobSnapshot.state,
    })
    .from(job)
    .innerJoin(unit, eq(unit.id, job.unitId))
    .innerJoin(sheet, eq(sheet.id, job.sheetId))
    .leftJoin(jobSnapshot, ofSnapshot)
    .where(eq(job.id, jobId))
  if (!row) throw new Problem(404, 'job.unknown', 'There is no such job.')
  const document = await sheetOfJob(db, row.sheetId, row.setup)
  const { number, siteKey, unitId, unitTag, sheetKey } = row
  const snapshotSeq = row.snapshotSeq ?? 0
  const start = {
    id: jobId,
    number,
    siteKey,
    unitId,
    unitTag,
    sheetKey,
    sheet: document,
    seq: snapshotSeq,
    headHash: '',
    state: row.state ?? emptyState(),
    snapshotSeq,
  }
  if (row.snapshotSeq) {
    const [head] = await db
      .select({ hash: jobEvent.hash })
      .from(jobEvent)
      .where(and(eq(jobEvent.jobId, jobId), eq(jobEvent.seq, row.snapshotSeq)))
    start.headHash = head!.hash
  }
  return catchUp(db, start)
}

async function catchUp(db: Database, live: LiveJob): Promise<LiveJob> {
  const rows = await db
    .select()
    .from(jobEvent)
    .where(and(eq(jobEvent.jobId, live.id), gt(jobEvent.seq, live.seq)))
    .orderBy(asc(jobEvent.seq))
  if (rows.length === 0) {
    jobs.set(live.id, live)
    return live
  }
  const last = rows.at(-1)!
  const grown = { ...live, seq: last.seq, headHash: last.hash, state: foldJob(live.sheet, rows.map(toRecordedEvent), live.state) }
  jobs.set(live.id, grown)
  return grown
}

/** A row of the log as the core knows it. Only guarded events are written, so type and body belong together. */
export function toRecordedEvent(row: typeof jobEvent.$inferSelect): RecordedEvent {
  return {
    id: row.id,
    seq: row.seq,
    type: row.type,
    body: row.body,
    actor: { id: row.actorId, name: row.actorName },
    happenedAt: row.happenedAt.toISOString(),
  } as JobEvent & { seq: number }
}
