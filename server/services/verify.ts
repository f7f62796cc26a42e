import { createHash } from 'node:crypto'
import canonicalize from 'canonicalize'
import { asc, eq } from 'drizzle-orm'
import { foldJob, type JobState, type Sheet } from '#core'
import type { Database } from '../db/client'
import { job, jobEvent, jobSnapshot, photo, reading } from '../db/schema'
import { checkChain } from './event-hash'
import { sheetOfJob, toRecordedEvent } from './live-job'
import { photoKey } from './photos'
import type { PhotoStore } from './photo-store'
import { headOf, readingRow, standingReadings } from './write-plans'

/** Something that is not as it must be. What is derived can be made anew; what is the record itself cannot. */
export interface Fault { job: number | null, what: 'chain' | 'fold' | 'snapshot' | 'readings' | 'head' | 'photo' | 'photo row' | 'photo event' | 'left over', sentence: string, derived: boolean }

type JobTableRow = typeof job.$inferSelect
type EventRow = typeof jobEvent.$inferSelect
type PhotoRow = typeof photo.$inferSelect

/** One job, folded anew from its log. */
export interface Folded { row: JobTableRow, sheet: Sheet, events: EventRow[], state: JobState }

const sha256 = (bytes: Buffer): string => createHash('sha256').update(bytes).digest('hex')
const same = (one: unknown, other: unknown): boolean => canonicalize(one) === canonicalize(other)

/** Folds the log of every job, one after the other; `null` with the reason for one that cannot be folded. */
export async function* foldAll(db: Database): AsyncGenerator<Folded | { row: JobTableRow, broken: string }> {
  for (const row of await db.select().from(job).orderBy(asc(job.number))) {
    const events = await db.select().from(jobEvent).where(eq(jobEvent.jobId, row.id)).orderBy(asc(jobEvent.seq))
    try {
      const sheet = await sheetOfJob(db, row.sheetId, row.setup)
      yield { row, sheet, events, state: foldJob(sheet, events.map(toRecordedEvent)) }
    } catch (error) {
      yield { row, broken: error instanceof Error ? error.message : String(error) }
    }
  }
}

/** Walks every chain, snapshot, read model and photo, and says each fault. Changes nothing. */
export async function verifyAll(db: Database, store: PhotoStore): Promise<{ faults: Fault[], jobs: number, events: number, photos: number }> {
  const faults: Fault[] = []
  const [photos, keys] = await Promise.all([db.select().from(photo), store.keys()])
  const wanted = new Set<string>()
  let jobs = 0
  let events = 0
  for await (const folded of foldAll(db)) {
    jobs += 1
    if ('broken' in folded) {
      faults.push({ job: folded.row.number, what: 'fold', sentence: `its log cannot be folded: ${folded.broken}`, derived: false })
      continue
    }
    events += folded.events.length
    faults.push(...await faultsOfJob(db, folded))
    const ofJob = photos.filter(row => row.jobId === folded.row.id)
    for (const row of ofJob) wanted.add(photoKey(row.jobId, row.id))
    faults.push(...await faultsOfPhotos(store, folded, ofJob))
  }
  for (const key of keys) if (!wanted.has(key)) faults.push({ job: null, what: 'left over', sentence: `the picture ${key} belongs to no photo that is known`, derived: true })
  return { faults, jobs, events, photos: photos.length }
}

async function faultsOfJob(db: Database, { row, sheet, events, state }: Folded): Promise<Fault[]> {
  const faults: Fault[] = []
  const chain = checkChain(events, row)
  if (!chain.intact) {
    faults.push({ job: row.number, what: 'chain', sentence: chain.cutOff ? `its log has ${events.length} entries and should have ${row.seq}, or ends in another hash` : `its chain is broken at entry ${chain.brokenAt}`, derived: false })
  }
  const derived = (what: Fault['what'], sentence: string) => faults.push({ job: row.number, what, sentence, derived: true })
  const [snapshot] = await db.select().from(jobSnapshot).where(eq(jobSnapshot.jobId, row.id))
  if (snapshot && (snapshot.seq > events.length || !same(snapshot.state, foldJob(sheet, events.slice(0, snapshot.seq).map(toRecordedEvent))))) {
    derived('snapshot', `its snapshot at entry ${snapshot.seq} is not what its log folds to`)
  }
  const stored = await db.select().from(reading).where(eq(reading.jobId, row.id))
  if (!same(stored.map(asPlain).sort(byEvent), readingsOf({ row, sheet, state }).sort(byEvent))) derived('readings', 'the readings shown to the fleet are not those of its log')
  const { timer_ends_at: timerEndsAt, closed_at: closedAt, ...head } = headOf({ sheet, state })
  const is = { steps_done: row.stepsDone, steps_total: row.stepsTotal, current_step: row.currentStep, timer_name: row.timerName }
  const isClosed = (row.status === 'closed') === (closedAt !== null) && (row.closedAt?.getTime() ?? null) === (closedAt ? Date.parse(closedAt) : null)
  if (!same(is, head) || !isClosed || (row.timerEndsAt?.getTime() ?? null) !== (timerEndsAt ? Date.parse(timerEndsAt) : null)) derived('head', 'what lists show of it is not what its log says')
  return faults
}

/** The rows of the read model as the log says them. */
export const readingsOf = ({ row, sheet, state }: Pick<Folded, 'row' | 'sheet' | 'state'>) =>
  [...standingReadings({ state }).values()].map(entry => readingRow({ id: row.id, sheet, state }, entry))

const asPlain = (row: typeof reading.$inferSelect) =>
  ({ event_id: row.eventId, job_id: row.jobId, position: row.position, stage: row.stage, value: row.value, verdict: row.verdict, taken_at: row.takenAt.toISOString() })
const byEvent = (a: { event_id: string }, b: { event_id: string }) => a.event_id.localeCompare(b.event_id)

async function faultsOfPhotos(store: PhotoStore, { row, state }: Folded, rows: readonly PhotoRow[]): Promise<Fault[]> {
  const faults: Fault[] = []
  const byId = new Map(rows.map(one => [one.id, one]))
  for (const [id, hash] of Object.entries(state.kept)) {
    const bytes = await store.read(photoKey(row.id, id))
    if (!bytes) faults.push({ job: row.number, what: 'photo', sentence: `the picture of photo ${id} is not there`, derived: false })
    else if (sha256(bytes) !== hash) faults.push({ job: row.number, what: 'photo', sentence: `the picture of photo ${id} is not the one that its log names`, derived: false })
    if (byId.get(id)?.sha256 !== hash) faults.push({ job: row.number, what: 'photo row', sentence: `what is known of photo ${id} is not what its log says`, derived: true })
  }
  for (const { id, sha256: hash } of rows) {
    if (state.kept[id]) continue
    const bytes = await store.read(photoKey(row.id, id))
    // Written, and the power went before the log said so: its device sends it again, or `rebuild` says it.
    if (!state.closed && bytes && sha256(bytes) === hash && state.photos.some(entry => entry.photo === id)) faults.push({ job: row.number, what: 'photo event', sentence: `photo ${id} is kept and its log does not say so yet`, derived: true })
  }
  return faults
}
