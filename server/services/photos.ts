import sharp from 'sharp'
import type { Person } from '#shared/wire/types'
import type { Database } from '../db/client'
import { loadLiveJob } from './live-job'
import { Problem } from './problem'

/** Where the bytes of photos are kept: a folder or a bucket, by configuration (`photo-store.ts`). */
export interface PhotoStore {
  has: (key: string) => Promise<boolean>
  write: (key: string, bytes: Buffer) => Promise<void>
  read: (key: string) => Promise<Buffer | null>
}

export const MOST_PHOTO_BYTES = 12 * 1024 * 1024
const MOST_PIXELS = 60_000_000
const LONGEST_SIDE = 2048

const keyOf = (job: string, photo: string) => `${job}/${photo}.jpg`

/**
 * Keeps the photo of an event. It is drawn anew from its pixels, upright and in a sensible size, so nothing of what a camera writes beside
 * them (place, device, owner) is kept. A photo that is there is not replaced: sending it twice keeps the first.
 */
export async function keepPhoto(db: Database, store: PhotoStore, person: Person, { job, photo, bytes }: { job: string, photo: string, bytes: Buffer }): Promise<void> {
  await loadLiveJob(db, person, job, { fresh: false })
  if (await store.has(keyOf(job, photo))) return
  const drawn = await sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error' })
    .rotate().resize({ width: LONGEST_SIDE, height: LONGEST_SIDE, fit: 'inside', withoutEnlargement: true }).flatten({ background: '#ffffff' }).jpeg({ quality: 82 })
    .toBuffer().catch(() => { throw new Problem(422, 'photo.bad', 'This is no picture that can be read (JPEG, PNG or WebP, up to 60 megapixels). Take it again or choose another file.') })
  await store.write(keyOf(job, photo), drawn)
}

/** The bytes of a photo (JPEG). */
export async function readPhoto(db: Database, store: PhotoStore, person: Person, { job, photo }: { job: string, photo: string }): Promise<Buffer> {
  await loadLiveJob(db, person, job, { fresh: false })
  const bytes = await store.read(keyOf(job, photo))
  if (!bytes) throw new Problem(404, 'photo.unknown', 'This photo has not arrived yet. It may still wait on the device that took it.')
  return bytes
}
