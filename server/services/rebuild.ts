import { and, eq } from 'drizzle-orm'
import type { Database } from '../db/client'
import { job, jobSnapshot, photo, readModel } from '../db/schema'
import { READ_MODELS, type ReadModel } from '../read-models'
import { appendEvents } from './append-events'
import { entryOfPhoto } from './entry-of-photo'
import { photoKey } from './photos'
import type { PhotoStore } from './photo-store'
import { sha256 as sha256Of } from './sha256'
import { foldOne, jobIds, type Folded } from './verify'

/** Told after each job: how many are done, and of how many. */
export type OnProgress = (done: number, total: number) => void

/**
 * Makes anew what is derived from the logs: snapshots, read models, what is known of photos, and pictures that belong
 * to nothing are put away. The logs themselves are not touched, but for a photo whose picture is kept and whose log did not get to say so.
 */
export async function rebuildAll(
  db: Database,
  store: PhotoStore,
  onProgress: OnProgress = () => {},
): Promise<{ jobs: number; photos: number }> {
  let photos = 0
  const jobs = await eachJob(db, READ_MODELS, onProgress, async (folded) => {
    await db.delete(jobSnapshot).where(eq(jobSnapshot.jobId, folded.id))
    photos += await rebuildPhotos(db, store, folded)
  })
  return { jobs, photos }
}

/** Makes one read model anew, for every job. */
export async function rebuildModels(db: Database, models: readonly ReadModel[], onProgress: OnProgress = () => {}): Promise<number> {
  return eachJob(db, models, onProgress, () => Promise.resolve())
}

/** The read models of which the database holds another version than this program writes. */
export async function staleModels(db: Database): Promise<ReadModel[]> {
  const kept = new Map((await db.select().from(readModel)).map(({ name, version }) => [name, version]))
  return READ_MODELS.filter(({ name, version }) => kept.get(name) !== version)
}

/** A job in which somebody works is looked at again so often. */
const MOST_LOOKS = 5

// Instances that start together make them anew once: the number is nothing but this lock's.
const RENEWING = 7_221_004

/** Makes stale read models anew, on one instance; gives their names. */
export const rebuildStale = async (db: Database): Promise<string[]> => {
  if ((await staleModels(db)).length === 0) return []
  return db.$client.lend(async (client) => {
    const { rows: [lock] } = await client.query<{ taken: boolean }>('select pg_try_advisory_lock($1) as taken', [RENEWING])
    if (!lock!.taken) return []
    try {
      const stale = await staleModels(db)
      if (stale.length > 0) await rebuildModels(db, stale)
      return stale.map(model => model.name)
    } finally {
      // The lock is the connection's, and the connection goes back to the pool: left taken, nobody would renew anything any more.
      await client.query('select pg_advisory_unlock($1)', [RENEWING])
    }
  })
}

async function eachJob(
  db: Database,
  models: readonly ReadModel[],
  onProgress: OnProgress,
  also: (folded: Folded) => Promise<void>,
): Promise<number> {
  const ids = await jobIds(db)
  let made = 0
  for (const [i, id] of ids.entries()) {
    for (let look = 0; look < MOST_LOOKS; look++) {
      const folded = await foldOne(db, id)
      if (!folded || 'broken' in folded) break
      // A bench that waited for us to let go has not seen the rows that we have put in: then it is looked at once more.
      if (!(await rebuildJob(db, models, folded)) || !(await isAt(db, folded))) continue
      await also(folded)
      made += 1
      break
    }
    onProgress(i + 1, ids.length)
  }
  for (const { name, version } of models)
    await db.insert(readModel).values({ name, version }).onConflictDoUpdate({ target: readModel.name, set: { version } })
  return made
}

/** False when the job has grown meanwhile: what is derived was written with it, and is looked at again. */
const rebuildJob = (db: Database, models: readonly ReadModel[], folded: Folded): Promise<boolean> => db.transaction(async (tx) => {
  if (!(await isAt(tx, folded))) return false
  for (const model of models) await model.replace(tx, folded, model.rowsOf(folded))
  return true
})

/** True while a job has not grown; after all who waited for it, and kept from growing until the transaction ends, where there is one. */
async function isAt(db: Pick<Database, 'select'>, { id, row }: Folded): Promise<boolean> {
  const [unmoved] = await db.select({ id: job.id }).from(job).where(and(eq(job.id, id), eq(job.seq, row.seq))).for('update')
  return unmoved !== undefined
}

/** What is known of the photos of a job, from its log and from the pictures that are there. */
async function rebuildPhotos(db: Database, store: PhotoStore, { row, state }: Folded): Promise<number> {
  let mended = 0
  for (const { photo: id, byId, by, event } of state.photos) {
    const bytes = await store.read(photoKey(row.id, id))
    if (!bytes) continue
    const sha256 = sha256Of(bytes)
    const named = state.kept[id]
    // A picture that is not the one of the log is left for its device to mend.
    if (named !== undefined && named !== sha256) continue
    const [known] = await db.select().from(photo).where(eq(photo.id, id))
    if (!known || known.sha256 !== sha256) {
      // What was sent is not known any more: the same picture sent again is told from another by what was kept of it.
      await db.insert(photo).values({ id, jobId: row.id, sourceSha256: known?.sourceSha256 ?? sha256, sha256, bytes: bytes.length })
        .onConflictDoUpdate({ target: photo.id, set: { sha256, bytes: bytes.length, jobId: row.id } })
      mended += 1
    }
    if (named === undefined && !state.closed) {
      await appendEvents(
        db,
        { id: byId, login: '', name: by, role: 'admin', sites: null },
        { jobId: row.id, device: event, drafts: [entryOfPhoto(id, sha256)] },
      )
      mended += 1
    }
  }
  return mended
}
