import { eq, sql } from 'drizzle-orm'
import type { Person } from '#shared/wire/types'
import type { Database } from '../db/client'
import { photo as photoTable } from '../db/schema'
import { appendEvents } from './append-events'
import { drawPicture } from './draw-picture'
import { entryOfPhoto } from './entry-of-photo'
import { loadLiveJob } from './live-job'
import type { PhotoStore } from './photo-store'
import { Problem } from './problem'
import { sha256 } from './sha256'

export const MOST_PHOTO_BYTES = 12 * 1024 * 1024
/** What the photos of one job may come to. */
const MOST_PHOTOS = 500
const MOST_JOB_BYTES = 400 * 1024 * 1024

export const photoKey = (job: string, photo: string) => `${job}/${photo}.jpg`

/** What arrived, in a file of its own. */
export interface Upload { path: string, size: number, sha256: string }
interface PhotoInput { job: string, photo: string, device: string }

/** Refuses a photo that nobody has announced, that somebody else has, or that comes into a closed job; before its bytes are read. */
export async function requireAnnounced(db: Database, person: Person, { job, photo }: { job: string, photo: string }): Promise<void> {
  const find = async (fresh: boolean) => {
    const { state } = await loadLiveJob(db, person, job, { fresh })
    return { state, announced: state.photos.find(entry => entry.photo === photo) }
  }
  let { state, announced } = await find(false)
  if (!announced) ({ state, announced } = await find(true))
  if (!announced)
    throw new Problem(409, 'photo.not-announced', 'No photo of that number was taken in this job. The event that says so comes first.')
  if (announced.byId !== person.id) throw new Problem(403, 'photo.other-person', `${announced.by} took this photo and sends it.`)
  if (state.closed && !Object.hasOwn(state.kept, photo))
    throw new Problem(409, 'job.closed', `${state.closed.by} closed this job. Its record does not change any more.`)
}

/**
 * Keeps the photo of an event. What it is says its content, not its name. It is drawn anew from its pixels, so nothing of what a camera
 * writes beside them (place, device, owner) is kept; its hash goes into the log. The same bytes may be sent again and mend what is
 * broken; others under
 * the same number are refused.
 */
export async function keepPhoto(
  db: Database,
  store: PhotoStore,
  person: Person,
  { job, photo, device }: PhotoInput,
  upload: Upload,
): Promise<{ seq: number; unit: string }> {
  if (upload.size === 0) throw new Problem(422, 'photo.empty', 'The picture is empty. Take it again.')
  await requireAnnounced(db, person, { job, photo })
  const [known] = await db.select().from(photoTable).where(eq(photoTable.id, photo))
  // After a rebuild it is not known what was sent; then what is drawn of it tells.
  const isSourceKnown = known && known.sourceSha256 !== known.sha256
  const other = new Problem(409, 'photo.other', 'Another picture is kept under this number. Take this one as a new photo.')
  if (known && (known.jobId !== job || (isSourceKnown && known.sourceSha256 !== upload.sha256))) throw other
  const kept = known && (await store.read(photoKey(job, photo)))
  if (!kept || sha256(kept) !== known.sha256 || !isSourceKnown) {
    if (!known) await requireRoom(db, job)
    const drawn = await drawPicture(upload.path)
    const facts = { sha256: sha256(drawn), bytes: drawn.length }
    if (known && facts.sha256 !== known.sha256)
      throw isSourceKnown
        ? new Problem(
            409,
            'photo.cannot-mend',
            'The picture is drawn otherwise today than the first time, and the record names the first. Tell the office.',
          )
        : other
    await store.write(photoKey(job, photo), drawn)
    await db
      .insert(photoTable)
      .values({ id: photo, jobId: job, sourceSha256: upload.sha256, ...facts })
      .onConflictDoUpdate({
        target: photoTable.id,
        set: { sourceSha256: upload.sha256 },
        setWhere: eq(photoTable.sourceSha256, photoTable.sha256),
      })
  }
  const [row] = await db.select().from(photoTable).where(eq(photoTable.id, photo))
  // Somebody else's came under this number at the same moment.
  if (row!.sourceSha256 !== upload.sha256 || row!.jobId !== job) throw other
  const {
    results: [result],
    seq,
    unit,
  } = await appendEvents(db, person, { jobId: job, device, drafts: [entryOfPhoto(photo, row!.sha256)] })
  if (result!.outcome === 'refused') throw new Problem(409, result!.code, result!.message)
  return { seq, unit }
}

async function requireRoom(db: Database, job: string): Promise<void> {
  const [room] = await db
    .select({ photos: sql<number>`count(*)::int`, bytes: sql<number>`coalesce(sum(${photoTable.bytes}), 0)::float8` })
    .from(photoTable)
    .where(eq(photoTable.jobId, job))
  if (room!.photos >= MOST_PHOTOS || room!.bytes >= MOST_JOB_BYTES)
    throw new Problem(409, 'photo.quota', `This job has ${room!.photos} photos already, and no more fit into its record.`)
}

/** The bytes of a photo (JPEG), when they are what the record names. */
export async function readPhoto(
  db: Database,
  store: PhotoStore,
  person: Person,
  { job, photo }: { job: string; photo: string },
): Promise<{ bytes: Buffer, sha256: string }> {
  await loadLiveJob(db, person, job, { fresh: false })
  const [known] = await db.select().from(photoTable).where(eq(photoTable.id, photo))
  const bytes = known?.jobId === job ? await store.read(photoKey(job, photo)) : null
  if (!bytes) throw new Problem(404, 'photo.unknown', 'This photo has not arrived yet. It may still wait on the device that took it.')
  if (sha256(bytes) !== known!.sha256)
    throw new Problem(
      404,
      'photo.damaged',
      'The picture that is kept is not the one that the record names. It is not shown; tell the office.',
    )
  return { bytes, sha256: known!.sha256 }
}
