import { eq, inArray } from 'drizzle-orm'
import { attachmentsOf, type DraftLeft, type SheetDocument } from '#core'
import type { Person } from '#shared/wire/types'
import type { Database } from '../db/client'
import { attachment, photo as photoTable } from '../db/schema'
import { runTask } from '../work/pools'
import { drawPicture, kindOf } from './draw-picture'
import type { PhotoStore } from './photo-store'
import { photoKey, type Upload } from './photos'
import { Problem } from './problem'
import { sha256 } from './sha256'

/* Pictures and papers beside the sheets: kept once by their content, whoever puts them in, and never changed. */

const READ_WITHIN_MS = 15_000
type Kept = Pick<typeof attachment.$inferSelect, 'sha256' | 'type' | 'bytes'>

/**
 * Keeps a picture (drawn anew from its pixels) or a PDF (written anew from its pages, when nothing in it acts by itself). What it is says
 * its content.
 *
 * @throws Problem 422 for anything else
 */
export async function keepAttachment(db: Database, store: PhotoStore, person: Person, upload: Upload): Promise<Kept> {
  if (upload.size === 0) throw new Problem(422, 'attachment.empty', 'The file is empty.')
  const kind = await kindOf(upload.path)
  const isPaper = kind === 'application/pdf'
  if (!isPaper && !kind.startsWith('image/'))
    throw new Problem(422, 'attachment.kind', 'Only pictures (JPEG, PNG, WebP) and PDF can be put here. Text inside (SVG, HTML) is not taken.')
  const bytes = isPaper ? await readPaper(upload.path) : await drawPicture(upload.path)
  const name = sha256(bytes)
  const kept: Kept = { sha256: name, type: isPaper ? 'application/pdf' : 'image/jpeg', bytes: bytes.length }
  const [known] = await db.select().from(attachment).where(eq(attachment.sha256, name))
  if (known && await store.read(known.storeKey)) return kept
  const storeKey = known?.storeKey ?? `attachments/${name}.${isPaper ? 'pdf' : 'jpg'}`
  await store.write(storeKey, bytes)
  await db.insert(attachment).values({ ...kept, storeKey, by: person.id }).onConflictDoNothing()
  return kept
}

/** A PDF that only shows pages, written anew. */
async function readPaper(path: string): Promise<Buffer> {
  const bad = new Problem(422, 'attachment.bad-pdf', 'This PDF cannot be read: it is broken, or locked with a password. Print it anew to PDF.')
  try {
    const read = await runTask<Uint8Array | string>('pictures', 'readPaper', [path], READ_WITHIN_MS)
    if (read === 'unreadable') throw bad
    if (typeof read === 'string')
      throw new Problem(422, 'attachment.acts', `This PDF does more than show pages (${read}) and is not taken. Print it anew to PDF.`)
    return Buffer.from(read)
  } catch (error) {
    // What kills the process that reads it, or holds it up, is no paper either.
    throw error instanceof Problem ? error : bad
  }
}

/** An attachment by its content. */
export async function readAttachment(db: Database, store: PhotoStore, name: string): Promise<{ type: Kept['type'], bytes: Buffer }> {
  const [known] = await db.select().from(attachment).where(eq(attachment.sha256, name))
  const bytes = known && await store.read(known.storeKey)
  if (!bytes) throw new Problem(404, 'attachment.unknown', 'This picture or paper is not kept here. Whoever has it puts it in again.')
  if (sha256(bytes) !== name)
    throw new Problem(404, 'attachment.damaged', 'What is kept is not what the sheet names. It is not shown; tell the office.')
  return { type: known!.type, bytes }
}

/** The names of what a sheet wants beside it and nobody has put in here. */
export async function missingAttachments(db: Pick<Database, 'select'>, sheet: SheetDocument): Promise<string[]> {
  const wanted = attachmentsOf(sheet)
  if (wanted.length === 0) return []
  const rows = await db.select({ sha256: attachment.sha256 }).from(attachment)
    .where(inArray(attachment.sha256, wanted.map(one => one.attachment.sha256)))
  const known = new Set(rows.map(row => row.sha256))
  return wanted.filter(one => !known.has(one.attachment.sha256)).map(one => one.attachment.name)
}

const MOST_OF_A_STEP = 6
/** A draft that a job leaves, with the photos that were taken at its steps; they stay where they are kept. */
export async function withPhotos(
  db: Database,
  job: { id: string, number: number, by: string },
  document: SheetDocument,
  photos: DraftLeft['photos'],
): Promise<SheetDocument> {
  if (photos.length === 0) return document
  const kept = new Map((await db.select().from(photoTable).where(eq(photoTable.jobId, job.id))).map(row => [row.id, row]))
  const taken = photos.flatMap(one => kept.has(one.photo) ? [{ ...one, ...kept.get(one.photo)! }] : [])
  if (taken.length === 0) return document
  await db.insert(attachment)
    .values(taken.map(({ id, sha256: name, bytes }) => ({
      sha256: name, type: 'image/jpeg' as const, bytes, storeKey: photoKey(job.id, id), by: job.by,
    })))
    .onConflictDoNothing()
  const steps = document.steps.map((step) => {
    const own = taken.filter(one => one.step === step.key).slice(0, MOST_OF_A_STEP)
    return own.length === 0
      ? step
      : { ...step, attachments: own.map(({ caption, sha256: name, bytes }) => ({
          name: caption ?? `photo of job ${job.number}`, sha256: name, type: 'image/jpeg' as const, bytes,
        })) }
  })
  return { ...document, steps }
}
