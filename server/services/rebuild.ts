import { createHash } from 'node:crypto'
import { and, eq } from 'drizzle-orm'
import type { Database } from '../db/client'
import { job, jobSnapshot, photo, reading } from '../db/schema'
import { appendEvents } from './append-events'
import { entryOfPhoto } from './entry-of-photo'
import { photoKey } from './photos'
import type { PhotoStore } from './photo-store'
import { foldAll, readingsOf, type Folded } from './verify'
import { headOf } from './write-plans'

/**
 * Makes anew what is derived from the logs: snapshots, readings for the fleet, what lists show, what is known of photos, and pictures that belong
 * to nothing are put away. The logs themselves are not touched, but for a photo whose picture is kept and whose log did not get to say so.
 */
export async function rebuildAll(db: Database, store: PhotoStore): Promise<{ jobs: number, photos: number }> {
  let [jobs, photos] = [0, 0]
  for await (const folded of foldAll(db)) {
    if ('broken' in folded) continue
    await rebuildJob(db, folded)
    photos += await rebuildPhotos(db, store, folded)
    jobs += 1
  }
  return { jobs, photos }
}

async function rebuildJob(db: Database, { row, sheet, state }: Folded): Promise<void> {
  const head = headOf({ sheet, state })
  await db.transaction(async (tx) => {
    // Where somebody works meanwhile, what is derived is being written just now.
    const [unmoved] = await tx.select({ id: job.id }).from(job).where(and(eq(job.id, row.id), eq(job.seq, row.seq))).for('update')
    if (!unmoved) return
    await tx.delete(jobSnapshot).where(eq(jobSnapshot.jobId, row.id))
    await tx.delete(reading).where(eq(reading.jobId, row.id))
    const rows = readingsOf({ row, sheet, state })
    if (rows.length > 0) await tx.insert(reading).values(rows.map(one => ({ eventId: one.event_id, jobId: one.job_id, position: one.position, stage: one.stage, value: one.value, verdict: one.verdict, takenAt: new Date(one.taken_at) })))
    await tx.update(job).set({
      stepsDone: head.steps_done, stepsTotal: head.steps_total, currentStep: head.current_step, timerName: head.timer_name,
      timerEndsAt: head.timer_ends_at ? new Date(head.timer_ends_at) : null, status: head.closed_at ? 'closed' : 'open', closedAt: head.closed_at ? new Date(head.closed_at) : null,
    }).where(eq(job.id, row.id))
  })
}

/** What is known of the photos of a job, from its log and from the pictures that are there. */
async function rebuildPhotos(db: Database, store: PhotoStore, { row, state }: Folded): Promise<number> {
  let mended = 0
  for (const { photo: id, byId, by, event } of state.photos) {
    const bytes = await store.read(photoKey(row.id, id))
    if (!bytes) continue
    const sha256 = createHash('sha256').update(bytes).digest('hex')
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
      await appendEvents(db, { id: byId, login: '', name: by, role: 'admin', sites: null }, { jobId: row.id, device: event, drafts: [entryOfPhoto(id, sha256)] })
      mended += 1
    }
  }
  return mended
}
