import { and, asc, desc, eq, getTableColumns, inArray, sql } from 'drizzle-orm'
import { LRUCache } from 'lru-cache'
import { checkSheet, upgradeSheet, type SheetDocument } from '#core'
import type { RevisionRow, SheetAnswer } from '#shared/wire/drafts'
import type { Person, SheetRow } from '#shared/wire/types'
import type { Database } from '../db/client'
import { job, jobEvent, person as personTable, sheet, sheetDraft, unit } from '../db/schema'
import { Problem } from './problem'
import { draftsWithin, unitsWithin } from './reach'
import { hashOfDocument } from './sha256'

const known = new LRUCache<string, SheetDocument>({ max: 300 })

/** The document of a row. It does not change, so one read a process is enough. */
export async function documentOf(db: Pick<Database, 'select'>, id: string): Promise<SheetDocument> {
  const found = known.get(id)
  if (found) return found
  const [row] = await db.select({ document: sheet.document }).from(sheet).where(eq(sheet.id, id))
  const document = upgradeSheet(row!.document)
  known.set(id, document)
  return document
}

/** A document by the name that its content gives it: released, or what an overhaul began with. */
export async function readDocument(db: Database, sha256: string): Promise<SheetDocument> {
  const [row] = await db.select({ id: sheet.id }).from(sheet).where(eq(sheet.sha256, sha256)).limit(1)
  if (!row) throw new Problem(404, 'sheet.unknown', 'There is no such sheet.')
  return documentOf(db, row.id)
}

/** A released document by its name; undefined where there is none. */
export async function releasedDocument(db: Database, sha256: string): Promise<SheetDocument | undefined> {
  const [row] = await db.select({ id: sheet.id }).from(sheet).where(and(eq(sheet.sha256, sha256), eq(sheet.origin, 'released')))
  return row && documentOf(db, row.id)
}

const { document: _document, ...head } = getTableColumns(sheet)
type ReleasedSheet = Omit<typeof sheet.$inferSelect, 'document'> & { document: SheetDocument }

/** The newest released revision of a sheet; undefined where there is none. */
export async function newestReleased(db: Pick<Database, 'select'>, key: string): Promise<ReleasedSheet | undefined> {
  const [row] = await db.select(head).from(sheet).where(and(eq(sheet.key, key), eq(sheet.origin, 'released')))
    .orderBy(desc(sheet.revision)).limit(1)
  return row && { ...row, document: await documentOf(db, row.id) }
}

/** The newest revision of every sheet. */
export async function listSheets(db: Database): Promise<SheetRow[]> {
  // Counted in the database: a library of documents need not travel for its figures.
  const countOf = (list: 'parts' | 'steps' | 'positions' | 'joints') =>
    sql<number>`jsonb_array_length(${sheet.document} -> ${sql.raw(`'${list}'`)})::int`
  const rows = await db
    .selectDistinctOn([sheet.key], {
      key: sheet.key, revision: sheet.revision, title: sheet.title, releasedAt: sheet.releasedAt, sha256: sheet.sha256,
      family: sql<string>`${sheet.document} ->> 'family'`,
      parts: countOf('parts'), steps: countOf('steps'), positions: countOf('positions'), joints: countOf('joints'),
      units: sql<number>`(select count(*)::int from ${unit} where ${unit.sheetKey} = ${sheet.key})`,
    })
    .from(sheet)
    .where(eq(sheet.origin, 'released'))
    .orderBy(sheet.key, desc(sheet.revision))
  return rows.map(row => ({ ...row, releasedAt: row.releasedAt.toISOString() }))
}

/** The revision that a job goes by: the one it took over last, else the one it was opened with. */
const revisionNow = sql<number | null>`coalesce((
  select (${jobEvent.body} -> 'to' ->> 'revision')::int from ${jobEvent}
  where ${jobEvent.jobId} = ${job.id} and ${jobEvent.type} = 'sheet-taken-over' order by ${jobEvent.seq} desc limit 1
), ${sheet.revision})`

/** A sheet with its revisions, the units within reach that are overhauled by it, and what is being written about it. */
export async function readSheet(db: Database, person: Person, key: string): Promise<SheetAnswer> {
  const revisions = await db
    .select({
      revision: sheet.revision, title: sheet.title, sha256: sheet.sha256, at: sheet.releasedAt, by: personTable.name, note: sheet.note,
    })
    .from(sheet).leftJoin(personTable, eq(personTable.id, sheet.releasedBy))
    .where(and(eq(sheet.key, key), eq(sheet.origin, 'released'))).orderBy(desc(sheet.revision))
  if (!revisions[0]) throw new Problem(404, 'sheet.unknown', `There is no sheet "${key}".`)
  const [units, drafts] = await Promise.all([
    db.select({ tag: unit.tag, name: unit.name, jobId: job.id, number: job.number, revision: revisionNow })
      .from(unit)
      .leftJoin(job, and(eq(job.unitId, unit.id), eq(job.status, 'open')))
      .leftJoin(sheet, eq(sheet.id, job.sheetId))
      .where(and(eq(unit.sheetKey, key), unitsWithin(person)))
      .orderBy(asc(unit.tag)),
    db.select({
      id: sheetDraft.id, origin: sheetDraft.origin, status: sheetDraft.status, changedAt: sheetDraft.changedAt, by: personTable.name,
    })
      .from(sheetDraft).innerJoin(personTable, eq(personTable.id, sheetDraft.by))
      .leftJoin(job, eq(job.id, sheetDraft.jobId)).leftJoin(unit, eq(unit.id, job.unitId))
      .where(and(
        eq(sheetDraft.key, key), inArray(sheetDraft.status, ['open', 'ready']),
        draftsWithin(person),
      ))
      .orderBy(desc(sheetDraft.changedAt)),
  ])
  return {
    key, title: revisions[0].title,
    revisions: revisions.map(({ title: _title, at, ...row }): RevisionRow => ({ ...row, at: at.toISOString() })),
    units: units.map(({ tag, name, jobId, number, revision }) => ({
      tag, name, job: jobId && number && revision ? { id: jobId, number, revision } : null,
    })),
    drafts: drafts.map(row => ({ ...row, changedAt: row.changedAt.toISOString() })),
  }
}

/** Open jobs that go by a sheet, whoever may see them: their benches are told of a newer revision. */
export const openJobsBy = (db: Pick<Database, 'select'>, key: string): Promise<{ job: string, unit: string }[]> =>
  db.select({ job: job.id, unit: unit.tag }).from(job)
    .innerJoin(unit, eq(unit.id, job.unitId)).innerJoin(sheet, eq(sheet.id, job.sheetId))
    .where(and(eq(job.status, 'open'), eq(sheet.key, key)))

/** Writes a revision down for good. It is checked in full; a revision that exists is never replaced. */
export async function releaseSheet(
  db: Pick<Database, 'insert'>,
  document: unknown,
  { by, note }: { by?: string, note?: string } = {},
): Promise<{ key: string, revision: number }> {
  const checked = checkSheet(document)
  const { key, revision, title } = checked
  const [created] = await db
    .insert(sheet)
    .values({ key, revision, title, document: checked, sha256: hashOfDocument(checked), releasedBy: by ?? null, note: note ?? null })
    .onConflictDoNothing()
    .returning({ id: sheet.id })
  if (!created) throw new Problem(409, 'sheet.released-already', `Revision ${revision} of "${key}" is released and does not change.`)
  return { key, revision }
}
