import { and, desc, eq, inArray, isNull, sql } from 'drizzle-orm'
import { draftOf, upgradeSheet } from '#core'
import type { DraftAnswer, DraftRow, Person } from '#shared/wire/types'
import type { Database } from '../db/client'
import { job, jobEvent, person as writer, sheetDraft, unit } from '../db/schema'
import { loadLiveJob, type LiveJob } from './live-job'
import { Problem } from './problem'
import { requireReach } from './reach'

/** Keeps what a job that has closed leaves of what was written into its sheet. Nothing where nothing was; once a job. */
export async function keepDraft(db: Database, { id, document, sheet, state }: LiveJob): Promise<void> {
  const left = draftOf(document, sheet, state)
  if (!left || !state.closed) return
  const { key, title } = left.document
  const { byId: by, at } = state.closed
  await db.insert(sheetDraft).values({ key, title, ...left, jobId: id, by, at: new Date(at) }).onConflictDoNothing()
}

/** Drafts whose writing a power cut has swallowed are made of the log, before anybody asks for them. */
async function keepMissing(db: Database, person: Person): Promise<void> {
  const missing = await db.selectDistinct({ id: job.id }).from(job)
    .innerJoin(jobEvent, and(eq(jobEvent.jobId, job.id), eq(jobEvent.type, 'sheet-grown')))
    .innerJoin(unit, eq(unit.id, job.unitId))
    .leftJoin(sheetDraft, eq(sheetDraft.jobId, job.id))
    .where(and(eq(job.status, 'closed'), isNull(sheetDraft.id), person.sites ? inArray(unit.siteKey, person.sites) : undefined))
  for (const { id } of missing) await keepDraft(db, await loadLiveJob(db, person, id, { fresh: true }))
}

const countOf = (list: 'parts' | 'steps' | 'positions' | 'gaps') =>
  sql<number>`coalesce(jsonb_array_length(${sheetDraft.document} -> ${sql.raw(`'${list}'`)}), 0)::int`

/** Drafts within the reach of a person, the newest first. */
export async function listDrafts(db: Database, person: Person): Promise<DraftRow[]> {
  await keepMissing(db, person)
  const rows = await db.select({
    id: sheetDraft.id, key: sheetDraft.key, title: sheetDraft.title, at: sheetDraft.at, by: writer.name, tag: unit.tag,
    job: job.number, jobId: job.id, parts: countOf('parts'), steps: countOf('steps'), positions: countOf('positions'), gaps: countOf('gaps'),
  })
    .from(sheetDraft).innerJoin(job, eq(job.id, sheetDraft.jobId)).innerJoin(unit, eq(unit.id, job.unitId))
    .innerJoin(writer, eq(writer.id, sheetDraft.by))
    .where(person.sites ? inArray(unit.siteKey, person.sites) : undefined)
    .orderBy(desc(sheetDraft.at))
  return rows.map(row => ({ ...row, at: row.at.toISOString() }))
}

/** One draft with its document. */
export async function readDraft(db: Database, person: Person, id: string): Promise<DraftAnswer> {
  const [row] = await db.select({ draft: sheetDraft, siteKey: unit.siteKey, tag: unit.tag, number: job.number, by: writer.name })
    .from(sheetDraft).innerJoin(job, eq(job.id, sheetDraft.jobId)).innerJoin(unit, eq(unit.id, job.unitId))
    .innerJoin(writer, eq(writer.id, sheetDraft.by))
    .where(eq(sheetDraft.id, id))
  if (!row) throw new Problem(404, 'draft.unknown', 'There is no such draft.')
  requireReach(person, row.siteKey, 'This draft')
  const { draft, tag, number, by } = row
  return {
    id, tag, job: number, jobId: draft.jobId, by, at: draft.at.toISOString(), document: upgradeSheet(draft.document), photos: draft.photos,
  }
}
