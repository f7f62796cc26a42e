import { and, asc, eq, gt } from 'drizzle-orm'
import { LRUCache } from 'lru-cache'
import {
  emptyState,
  foldJob,
  standingSheet,
  STATE_FORMAT,
  upgradeSheet,
  type JobEvent,
  type JobState,
  type RecordedEvent,
  type Sheet,
  type SheetDocument,
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
  /** What the job was opened with, as it is stored. */
  document: SheetDocument
  /** The sheet that stands in this state. */
  sheet: Sheet
  seq: number
  headHash: string
  state: JobState
  snapshotSeq: number
}

const documents = new LRUCache<string, SheetDocument>({ max: 200 })
const jobs = new LRUCache<string, LiveJob>({ max: 500 })

/** The document that a job was opened with. It never changes, so one read a process is enough. */
export async function documentOfJob(db: Database, id: string): Promise<SheetDocument> {
  const known = documents.get(id)
  if (known) return known
  const [row] = await db.select({ document: sheet.document }).from(sheet).where(eq(sheet.id, id))
  const document = upgradeSheet(row!.document)
  documents.set(id, document)
  return document
}

/** The job in another state, with the sheet that stands then. */
export const inState = (live: LiveJob, state: JobState, more: Partial<LiveJob> = {}): LiveJob =>
  ({ ...live, ...more, state, sheet: standingSheet(live.document, state) })

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
  const document = await documentOfJob(db, row.sheetId)
  const { number, siteKey, unitId, unitTag, sheetKey } = row
  const snapshotSeq = row.snapshotSeq ?? 0
  const state = row.state ?? emptyState()
  const start = {
    id: jobId,
    number,
    siteKey,
    unitId,
    unitTag,
    sheetKey,
    document,
    sheet: standingSheet(document, state),
    seq: snapshotSeq,
    headHash: '',
    state,
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
  const grown = inState(live, foldJob(live.document, rows.map(toRecordedEvent), live.state), { seq: last.seq, headHash: last.hash })
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
    ...row.deed === null ? {} : { deed: row.deed },
  } as JobEvent & { seq: number }
}
