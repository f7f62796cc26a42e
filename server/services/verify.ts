import canonicalize from 'canonicalize'
import { and, asc, eq, lte } from 'drizzle-orm'
import { foldJob, standingSheet, STATE_FORMAT, type Shelf } from '#core'
import type { Database } from '../db/client'
import { attachment, job, jobEvent, jobSnapshot, photo, sheet as sheetTable } from '../db/schema'
import { READ_MODELS, type JobAt } from '../read-models'
import { checkChain } from './event-hash'
import { shelfOf, toRecordedEvent } from './live-job'
import { photoKey } from './photos'
import type { PhotoStore } from './photo-store'
import { sha256 } from './sha256'

/** Something that is not as it must be. What is derived can be made anew; what is the record itself cannot. */
export interface Fault { job: number | null, what: string, sentence: string, derived: boolean }

type JobTableRow = typeof job.$inferSelect
type EventRow = typeof jobEvent.$inferSelect
type PhotoRow = typeof photo.$inferSelect

/** One job, folded anew from its log. */
export interface Folded extends JobAt { row: JobTableRow, events: EventRow[], documents: Shelf }

const same = (one: unknown, other: unknown): boolean => canonicalize(one) === canonicalize(other)

/** Folds the log of a job anew; with the reason when it cannot be folded. Null when there is no such job. */
export async function foldOne(db: Database, jobId: string): Promise<Folded | { row: JobTableRow, broken: string } | null> {
  const [found] = await db
    .select({ row: job, sheetKey: sheetTable.key })
    .from(job)
    .innerJoin(sheetTable, eq(sheetTable.id, job.sheetId))
    .where(eq(job.id, jobId))
  if (!found) return null
  const { row, sheetKey } = found
  // What has come since the row was read belongs to the next look.
  const events = await db
    .select()
    .from(jobEvent)
    .where(and(eq(jobEvent.jobId, jobId), lte(jobEvent.seq, row.seq)))
    .orderBy(asc(jobEvent.seq))
  try {
    const documents = await shelfOf(db, row.sheetId, events)
    const state = foldJob(documents, events.map(toRecordedEvent))
    return { id: jobId, unitId: row.unitId, sheetKey, row, documents, sheet: standingSheet(documents, state), events, state }
  } catch (error) {
    return { row, broken: error instanceof Error ? error.message : String(error) }
  }
}

/** The jobs of this installation, by their number. */
export const jobIds = async (db: Database): Promise<string[]> =>
  (await db.select({ id: job.id }).from(job).orderBy(asc(job.number))).map(row => row.id)

/** Walks every chain, snapshot, read model and photo, and says each fault. Changes nothing. */
export async function verifyAll(
  db: Database,
  store: PhotoStore,
): Promise<{ faults: Fault[]; jobs: number; events: number; photos: number }> {
  const faults: Fault[] = []
  const [photos, attachments, keys] = await Promise.all([db.select().from(photo), db.select().from(attachment), store.keys()])
  const wanted = new Set(attachments.map(({ storeKey }) => storeKey))
  for (const { sha256: name, storeKey } of attachments) {
    const bytes = await store.read(storeKey)
    const sentence = `${storeKey} is ${bytes ? 'not what sheets name' : 'not there'}`
    if (!bytes || sha256(bytes) !== name) faults.push({ job: null, what: 'attachment', sentence, derived: false })
  }
  let jobs = 0
  let events = 0
  for (const id of await jobIds(db)) {
    const folded = await foldOne(db, id)
    if (!folded) continue
    jobs += 1
    if ('broken' in folded) {
      faults.push({ job: folded.row.number, what: 'fold', sentence: `its log cannot be folded: ${folded.broken}`, derived: false })
      continue
    }
    events += folded.events.length
    faults.push(...(await faultsOfJob(db, folded)))
    const ofJob = photos.filter(row => row.jobId === folded.row.id)
    for (const row of ofJob) wanted.add(photoKey(row.jobId, row.id))
    faults.push(...(await faultsOfPhotos(store, folded, ofJob)))
  }
  for (const key of keys)
    if (!wanted.has(key))
      faults.push({ job: null, what: 'left over', sentence: `the picture ${key} belongs to no photo that is known`, derived: true })
  return { faults, jobs, events, photos: photos.length }
}

async function faultsOfJob(db: Database, folded: Folded): Promise<Fault[]> {
  const faults: Fault[] = []
  const { row, documents, events } = folded
  const chain = checkChain(events, row)
  if (!chain.intact) {
    faults.push({
      job: row.number,
      what: 'chain',
      sentence: chain.cutOff
        ? `its log has ${events.length} entries and should have ${row.seq}, or ends in another hash`
        : `its chain is broken at entry ${chain.brokenAt}`,
      derived: false,
    })
  }
  const derived = (what: Fault['what'], sentence: string) => faults.push({ job: row.number, what, sentence, derived: true })
  const [snapshot] = await db.select().from(jobSnapshot).where(and(eq(jobSnapshot.jobId, row.id), eq(jobSnapshot.format, STATE_FORMAT)))
  if (
    snapshot
    && (snapshot.seq > events.length || !same(snapshot.state, foldJob(documents, events.slice(0, snapshot.seq).map(toRecordedEvent))))
  ) {
    derived('snapshot', `its snapshot at entry ${snapshot.seq} is not what its log folds to`)
  }
  for (const model of READ_MODELS) {
    if (!same(await model.kept(db, row.id), model.rowsOf(folded))) derived(model.name, `${model.about}: other than its log says`)
  }
  return faults
}

async function faultsOfPhotos(store: PhotoStore, { row, state }: Folded, rows: readonly PhotoRow[]): Promise<Fault[]> {
  const faults: Fault[] = []
  const byId = new Map(rows.map(one => [one.id, one]))
  for (const [id, hash] of Object.entries(state.kept)) {
    const bytes = await store.read(photoKey(row.id, id))
    if (!bytes) faults.push({ job: row.number, what: 'photo', sentence: `the picture of photo ${id} is not there`, derived: false })
    else if (sha256(bytes) !== hash)
      faults.push({
        job: row.number,
        what: 'photo',
        sentence: `the picture of photo ${id} is not the one that its log names`,
        derived: false,
      })
    if (byId.get(id)?.sha256 !== hash)
      faults.push({ job: row.number, what: 'photo row', sentence: `what is known of photo ${id} is not what its log says`, derived: true })
  }
  for (const { id, sha256: hash } of rows) {
    if (state.kept[id]) continue
    const bytes = await store.read(photoKey(row.id, id))
    // Written, and the power went before the log said so: its device sends it again, or `rebuild` says it.
    if (!state.closed && bytes && sha256(bytes) === hash && state.photos.some(entry => entry.photo === id))
      faults.push({ job: row.number, what: 'photo event', sentence: `photo ${id} is kept and its log does not say so yet`, derived: true })
  }
  return faults
}
