import { randomUUID } from 'node:crypto'
import { and, count, desc, eq, inArray, isNull, sql } from 'drizzle-orm'
import { alias } from 'drizzle-orm/pg-core'
import { documentAt, DRAFT_EVENTS, draftOf, DomainError, frameFor, unreadableFaults, upgradeSheet, type SheetDocument } from '#core'
import type { DraftAnswer, DraftRow, DraftStart } from '#shared/wire/drafts'
import type { Person } from '#shared/wire/types'
import type { Database } from '../db/client'
import { draftDeed, job, jobEvent, person as writer, sheet, sheetDraft, unit } from '../db/schema'
import { withPhotos } from './attachments'
import { standingCatalogue } from './catalogue'
import { loadLiveJob, type LiveJob } from './live-job'
import { Problem } from './problem'
import { draftsWithin, requireReach, unitsWithin } from './reach'
import { newestReleased } from './sheets'

/** As much as one person has begun and not finished. */
const MOST_OPEN = 100
const HISTORY = 200

/** Keeps what a job that has closed leaves of what was written into its sheet. Nothing where nothing was; once a job. */
export async function keepDraft(db: Database, { id, number, documents, sheet: standing, state }: LiveJob): Promise<void> {
  const opened = documentAt(documents, state)
  if (!state.closed) return
  const base = await newestReleased(db, opened.key)
  const left = draftOf(opened, standing, state, base !== undefined)
  if (!left) return
  const { byId: by, at } = state.closed
  const document = await withPhotos(db, { id, number, by }, left.document, left.photos)
  const { key, title } = document
  await db.insert(sheetDraft)
    .values({
      key, title, document, photos: left.photos, origin: 'job', basedOn: base ? opened.revision : null, jobId: id, by,
      at: new Date(at), changedAt: new Date(at),
    })
    .onConflictDoNothing()
}

/** Drafts whose writing a power cut has swallowed are made of the log, before anybody asks for them. */
async function keepMissing(db: Database, person: Person): Promise<void> {
  const missing = await db.selectDistinct({ id: job.id }).from(job)
    .innerJoin(jobEvent, and(eq(jobEvent.jobId, job.id), eq(jobEvent.type, 'sheet-grown')))
    .innerJoin(unit, eq(unit.id, job.unitId))
    .leftJoin(sheetDraft, eq(sheetDraft.jobId, job.id))
    .where(and(eq(job.status, 'closed'), isNull(sheetDraft.id), unitsWithin(person)))
  for (const { id } of missing) await keepDraft(db, await loadLiveJob(db, person, id, { fresh: true }))
}

const countOf = (list: 'parts' | 'steps' | 'positions' | 'gaps') =>
  sql<number>`coalesce(jsonb_array_length(${sheetDraft.document} -> ${sql.raw(`'${list}'`)}), 0)::int`
/** Drafts within the reach of a person that are not given up, the newest first. */
export async function listDrafts(db: Database, person: Person): Promise<DraftRow[]> {
  await keepMissing(db, person)
  const rows = await db.select({
    id: sheetDraft.id, key: sheetDraft.key, title: sheetDraft.title, origin: sheetDraft.origin, status: sheetDraft.status,
    basedOn: sheetDraft.basedOn, at: sheetDraft.at, changedAt: sheetDraft.changedAt, by: writer.name, tag: unit.tag,
    job: job.number, jobId: job.id, parts: countOf('parts'), steps: countOf('steps'), positions: countOf('positions'), gaps: countOf('gaps'),
  })
    .from(sheetDraft).leftJoin(job, eq(job.id, sheetDraft.jobId)).leftJoin(unit, eq(unit.id, job.unitId))
    .innerJoin(writer, eq(writer.id, sheetDraft.by))
    .where(and(inArray(sheetDraft.status, ['open', 'ready']), draftsWithin(person)))
    .orderBy(desc(sheetDraft.changedAt)).limit(500)
  return rows.map(row => ({ ...row, at: row.at.toISOString(), changedAt: row.changedAt.toISOString() }))
}

/** One draft with its document and who wrote it. */
export async function readDraft(db: Database, person: Person, id: string): Promise<DraftAnswer> {
  const remarker = alias(writer, 'remarker')
  const [row] = await db
    .select({ draft: sheetDraft, siteKey: unit.siteKey, tag: unit.tag, number: job.number, by: writer.name, remarkBy: remarker.name })
    .from(sheetDraft).leftJoin(job, eq(job.id, sheetDraft.jobId)).leftJoin(unit, eq(unit.id, job.unitId))
    .innerJoin(writer, eq(writer.id, sheetDraft.by))
    .leftJoin(remarker, eq(remarker.id, sheetDraft.remarkBy))
    .where(eq(sheetDraft.id, id))
  if (!row) throw new Problem(404, 'draft.unknown', 'There is no such draft.')
  if (row.siteKey) requireReach(person, row.siteKey, 'This draft')
  const { draft, tag, number, by, remarkBy } = row
  const history = await db
    .select({ n: draftDeed.n, by: writer.name, byId: draftDeed.by, at: draftDeed.at, undoes: draftDeed.undoes,
      carries: draftDeed.carries, left: draftDeed.left,
      edits: sql<number>`jsonb_array_length(${draftDeed.edits})::int` })
    .from(draftDeed).innerJoin(writer, eq(writer.id, draftDeed.by))
    .where(eq(draftDeed.draftId, id)).orderBy(desc(draftDeed.n)).limit(HISTORY)
  const authors = await authorsOf(db, draft)
  const newest = (await newestReleased(db, draft.key))?.revision ?? null
  const { key, title, origin, status, basedOn, jobId, seq, photos, releasedAs, remark } = draft
  return {
    id, key, title, origin, status, basedOn, jobId, seq, photos, releasedAs, tag, by, job: number,
    at: draft.at.toISOString(), changedAt: draft.changedAt.toISOString(), document: upgradeSheet(draft.document),
    behind: newest !== basedOn ? newest : null,
    authors: authors.map(({ name }) => name), isMine: authors.some(author => author.id === person.id),
    remark: remark !== null && remarkBy !== null ? { text: remark, by: remarkBy } : null,
    history: history.toReversed().map(({ byId, at, ...deed }) => ({ ...deed, at: at.toISOString(), isMine: byId === person.id })),
  }
}

/** All who have written in a draft: at the desk, at the bench it comes from, or by beginning it. */
export async function authorsOf(
  db: Pick<Database, 'select' | 'selectDistinct'>,
  { id, jobId, by, origin }: typeof sheetDraft.$inferSelect,
): Promise<{ id: string, name: string }[]> {
  // Who only brings in what was released has written nothing.
  const atDesk = await db.selectDistinct({ id: draftDeed.by }).from(draftDeed)
    .where(and(eq(draftDeed.draftId, id), isNull(draftDeed.carries)))
  const atBench = jobId
    ? await db.selectDistinct({ id: jobEvent.actorId }).from(jobEvent)
        .where(and(eq(jobEvent.jobId, jobId), inArray(jobEvent.type, [...DRAFT_EVENTS])))
    : []
  // Who begins a draft of what is released has written nothing yet.
  const began = origin === 'revision' ? [] : [{ id: by }]
  return db.select({ id: writer.id, name: writer.name }).from(writer)
    .where(inArray(writer.id, [...atDesk, ...atBench, ...began].map(one => one.id))).orderBy(writer.name)
}

/** Begins drafts; one for each document that is brought in, all of them or none. */
export async function startDrafts(db: Database, person: Person, start: DraftStart): Promise<{ ids: string[] }> {
  const documents = await documentsFor(db, start)
  if (start.from === 'revision') {
    const [open] = await db.select({ id: sheetDraft.id }).from(sheetDraft)
      .where(and(eq(sheetDraft.key, start.key), eq(sheetDraft.origin, 'revision'), inArray(sheetDraft.status, ['open', 'ready']))).limit(1)
    // Two who begin the next revision write in one draft.
    if (open) return { ids: [open.id] }
  }
  const [begun] = await db.select({ n: count() }).from(sheetDraft)
    .where(and(eq(sheetDraft.by, person.id), isNull(sheetDraft.jobId), inArray(sheetDraft.status, ['open', 'ready'])))
  if (begun!.n + documents.length > MOST_OPEN)
    throw new Problem(409, 'draft.enough', `You have ${begun!.n} drafts open; ${MOST_OPEN} is the most. Release or give up some first.`)
  const rows = await db.insert(sheetDraft).values(documents.map(({ document, basedOn }) => ({
    key: document.key, title: document.title, document, origin: start.from, basedOn, by: person.id,
  }))).returning({ id: sheetDraft.id })
  return { ids: rows.map(row => row.id) }
}

async function documentsFor(db: Database, start: DraftStart): Promise<{ document: SheetDocument, basedOn: number | null }[]> {
  if (start.from === 'frame') {
    const { title, energies, product, family } = start
    const { document: shop } = await standingCatalogue(db)
    return [{ document: frameFor({ key: `sheet-${randomUUID()}`, title, energies, product, family }, shop), basedOn: null }]
  }
  if (start.from !== 'import') {
    const released = await newestReleased(db, start.key)
    if (!released) throw new Problem(404, 'sheet.unknown', `There is no sheet "${start.key}".`)
    const document = released.document
    return start.from === 'copy'
      ? [{ document: { ...document, key: `sheet-${randomUUID()}`, revision: 1, title: start.title }, basedOn: null }]
      : [{ document, basedOn: released.revision }]
  }
  return Promise.all(start.documents.map(async (given) => {
    const document = readable(given)
    const released = await newestReleased(db, document.key)
    return { document, basedOn: released?.revision ?? null }
  }))
}

/** A document from outside that can be read, whatever else is wrong with it. */
function readable(given: unknown): SheetDocument {
  let document: unknown
  try {
    document = upgradeSheet(given)
  } catch (error) {
    if (error instanceof DomainError) throw new Problem(422, error.code, error.message, error.details)
    throw error
  }
  const faults = unreadableFaults(document)
  const [first] = faults
  if (first) {
    const title = (given as { title?: unknown }).title
    const which = typeof title === 'string' ? `"${title.slice(0, 80)}"` : 'The document'
    throw new Problem(422, 'sheet.bad', `${which} cannot be read as a sheet: ${first.reason} At ${first.place || '/'}.`, { faults })
  }
  return document as SheetDocument
}

/** The revision that follows all that were ever worked by under this key. */
export async function nextRevision(db: Pick<Database, 'select'>, key: string): Promise<number> {
  const [row] = await db.select({ last: sql<number>`coalesce(max(${sheet.revision}), 0)::int` }).from(sheet).where(eq(sheet.key, key))
  return row!.last + 1
}
