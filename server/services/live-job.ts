import { and, asc, eq, gt } from 'drizzle-orm'
import { LRUCache } from 'lru-cache'
import {
  emptyState,
  foldJob,
  standingSheet,
  STATE_FORMAT,
  type JobEvent,
  type JobState,
  type OpenedWith,
  type RecordedEvent,
  type Sheet,
  type Shelf,
} from '#core'
import type { Person } from '#shared/wire/types'
import type { Database } from '../db/client'
import { job, jobEvent, jobSnapshot, sheet, unit } from '../db/schema'
import { Problem } from './problem'
import { requireReach } from './reach'
import { documentOf, releasedDocument } from './sheets'

/** A job as this process last saw it. The database decides; this is only where the next look starts from. */
export interface LiveJob {
  id: string
  number: number
  siteKey: string
  unitId: string
  unitTag: string
  sheetKey: string
  /** What the job was opened with, as it is stored, and what it has taken over since. */
  documents: Shelf
  /** The sheet that stands in this state. */
  sheet: Sheet
  seq: number
  headHash: string
  state: JobState
  snapshotSeq: number
}

const jobs = new LRUCache<string, LiveJob>({ max: 500 })

/** What a job was opened with, with what its entries take over. */
export async function shelfOf(db: Database, sheetId: string, entries: readonly Told[], state?: JobState): Promise<Shelf> {
  const taken = state?.takenOver.map(body => ({ type: TAKEOVER, body })) ?? []
  return withTaken(db, { opened: await documentOf(db, sheetId), later: {} }, [...taken, ...entries])
}

const TAKEOVER = 'sheet-taken-over'
interface Told { type: string, body: unknown }

/** The shelf with the documents that entries, or drafts of them, take over; what is not released stays away, and the guard says so. */
export async function withTaken(db: Database, shelf: Shelf, entries: readonly Told[]): Promise<Shelf> {
  const wanted = entries.filter(({ type }) => type === TAKEOVER).map(({ body }) => (body as { to: OpenedWith }).to.sha256)
    .filter(sha256 => !Object.hasOwn(shelf.later, sha256))
  if (wanted.length === 0) return shelf
  const found = await Promise.all(wanted.map(async sha256 => [sha256, await releasedDocument(db, sha256)] as const))
  const there = Object.fromEntries(found.flatMap(([name, document]) => document ? [[name, document]] : []))
  return { ...shelf, later: { ...shelf.later, ...there } }
}

/** The job in another state, with the sheet that stands then. */
export const inState = (live: LiveJob, state: JobState, more: Partial<LiveJob> = {}): LiveJob =>
  ({ ...live, ...more, state, sheet: standingSheet(more.documents ?? live.documents, state) })

/**
 * The state of a job, from the newest snapshot (or what this process knows already) and the events after it.
 *
 * @param fresh look into the log for events that other instances have written; without it a known job is returned as it is
 */
export async function loadLiveJob(db: Database, person: Person, jobId: string, { fresh }: { fresh: boolean }): Promise<LiveJob> {
  const live = jobs.get(jobId) ?? await readJob(db, jobId)
  requireReach(person, live.siteKey, 'This job')
  return fresh ? catchUp(db, live) : live
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
  const { number, siteKey, unitId, unitTag, sheetKey } = row
  const snapshotSeq = row.snapshotSeq ?? 0
  const state = row.state ?? emptyState()
  const documents = await shelfOf(db, row.sheetId, [], state)
  const start = {
    id: jobId,
    number,
    siteKey,
    unitId,
    unitTag,
    sheetKey,
    documents,
    sheet: standingSheet(documents, state),
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
  const documents = await withTaken(db, live.documents, rows)
  const grown = inState(live, foldJob(documents, rows.map(toRecordedEvent), live.state), { documents, seq: last.seq, headHash: last.hash })
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
