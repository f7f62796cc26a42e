import { and, eq, sql } from 'drizzle-orm'
import {
  applyEdits, carryOver, DomainError, editsBetween, fullOptions, inverseOf, releaseBlockers, upgradeSheet, type Clash, type Edit,
} from '#core'
import { may } from '#shared/rights'
import type { DeedAnswer } from '#shared/wire/drafts'
import type { Person } from '#shared/wire/types'
import type { Database } from '../db/client'
import { draftDeed, job, person as writer, sheet, sheetDraft, unit } from '../db/schema'
import { missingAttachments } from './attachments'
import { authorsOf, nextRevision } from './drafts'
import { Problem } from './problem'
import { requireReach } from './reach'
import { newestReleased, releaseSheet } from './sheets'
import { requireUnit } from './units'

type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0]
type Draft = typeof sheetDraft.$inferSelect

/** A deed of an author: what it changes, or the number of the own deed that it takes back. */
export interface DeedInput { id: string, edits?: Edit[], undoes?: number }

/**
 * Writes a deed into a draft, whole or not at all, once however often it comes. What another has changed meanwhile is not overwritten: both
 * are told.
 */
export async function writeDeed(db: Database, person: Person, draftId: string, { id, edits, undoes }: DeedInput): Promise<DeedAnswer> {
  return db.transaction(async (tx) => {
    const draft = await lock(tx, person, draftId)
    const [twice] = await tx.select().from(draftDeed).where(eq(draftDeed.id, id))
    if (twice) {
      if (twice.draftId !== draftId || twice.by !== person.id) throw new Problem(409, 'deed.foreign', 'That number is of another deed.')
      return { n: twice.n, seq: draft.seq, edits: twice.edits }
    }
    requireOpen(draft)
    const made = undoes === undefined ? edits! : inverseOf(await editsOf(tx, person, draftId, undoes))
    const document = await applied(tx, draft, made)
    const n = draft.seq + 1
    await tx.insert(draftDeed).values({ id, draftId, n, by: person.id, edits: made, undoes: undoes ?? null })
    // Whoever was asked to look has something else before them now.
    await tx.update(sheetDraft).set({ document, title: document.title, seq: n, status: 'open', changedAt: new Date() })
      .where(eq(sheetDraft.id, draftId))
    return { n, seq: n, edits: made }
  })
}

/** What a deed changed that is taken back: the own, and not taken back yet. */
async function editsOf(tx: Transaction, person: Person, draftId: string, n: number): Promise<Edit[]> {
  const [deed] = await tx.select().from(draftDeed).where(and(eq(draftDeed.draftId, draftId), eq(draftDeed.n, n)))
  if (!deed) throw new Problem(404, 'deed.unknown', 'There is no such deed.')
  if (deed.carries !== null)
    throw new Problem(409, 'undo.carried', `Revision ${deed.carries} stands: what it brought in is written as it should be, not taken back.`)
  if (deed.by !== person.id) throw new Problem(403, 'undo.not-yours', 'Somebody else wrote that. Write it as it should be instead.')
  const [gone] = await tx.select({ n: draftDeed.n }).from(draftDeed).where(and(eq(draftDeed.draftId, draftId), eq(draftDeed.undoes, n)))
  if (gone) throw new Problem(409, 'undo.done-already', 'That is taken back already.')
  return deed.edits
}

async function applied(tx: Transaction, draft: Draft, edits: readonly Edit[]) {
  try {
    return applyEdits(upgradeSheet(draft.document), edits)
  } catch (error) {
    if (!(error instanceof DomainError)) throw error
    if (error.code !== 'edit.stale') throw new Problem(422, error.code, error.message, error.details)
    const { edit } = error.details.clash as Clash
    const [last] = await tx.select({ by: writer.name }).from(draftDeed).innerJoin(writer, eq(writer.id, draftDeed.by))
      .where(and(eq(draftDeed.draftId, draft.id), sql`${draftDeed.edits} @> ${JSON.stringify([{ list: edit.list, key: edit.key }])}::jsonb`))
      .orderBy(sql`${draftDeed.n} desc`).limit(1)
    throw new Problem(409, error.code, `${last?.by ?? 'Somebody'} has changed that meanwhile. Look at both, and write it again.`, error.details)
  }
}

/** Brings the revision that was released meanwhile under a draft; what of the draft stands against it is told and left to its author. */
export async function carryDraft(
  db: Database, person: Person, draftId: string, { id, seq }: { id: string, seq: number },
): Promise<DeedAnswer> {
  return db.transaction(async (tx) => {
    const draft = await lock(tx, person, draftId)
    requireOpen(draft)
    requireSeen(draft, seq)
    const newest = await newestReleased(tx, draft.key)
    if (draft.basedOn === null || !newest || newest.revision === draft.basedOn)
      throw new Problem(409, 'draft.newest', 'No revision was released since this draft was begun.')
    const [base] = await tx.select().from(sheet)
      .where(and(eq(sheet.key, draft.key), eq(sheet.revision, draft.basedOn), eq(sheet.origin, 'released')))
    if (!base) throw new Problem(409, 'draft.no-base', `Revision ${draft.basedOn} is not kept here, so nobody can tell what this draft has changed.`)
    const now = upgradeSheet(draft.document)
    const { document, left } = carryOver(upgradeSheet(base.document), now, newest.document)
    const n = draft.seq + 1
    const edits = editsBetween(now, document)
    await tx.insert(draftDeed).values({ id, draftId, n, by: person.id, edits, carries: newest.revision, left })
    await tx.update(sheetDraft)
      .set({ document, title: document.title, basedOn: newest.revision, seq: n, status: 'open', changedAt: new Date() })
      .where(eq(sheetDraft.id, draftId))
    return { n, seq: n, edits }
  })
}

/** Handed in, sent back with a reason, or given up: said of the state that was seen. */
export async function reviewDraft(
  db: Database, person: Person, draftId: string, { seq, says, remark }: { seq: number, says: 'ready' | 'back' | 'dropped', remark?: string },
): Promise<{ status: Draft['status'] }> {
  return db.transaction(async (tx) => {
    const draft = await lock(tx, person, draftId)
    requireOpen(draft)
    requireSeen(draft, seq)
    if (!may(person.role, 'sheet:release') && (says === 'back' || (says === 'dropped' && !await isOf(tx, draft, person))))
      throw new Problem(403, 'draft.not-yours', 'Others have written this draft. They, or who may release it, decide on it.')
    const status = says === 'back' ? 'open' : says
    await tx.update(sheetDraft).set({ status, remark: remark ?? null, remarkBy: remark ? person.id : null, changedAt: new Date() })
      .where(eq(sheetDraft.id, draftId))
    return { status }
  })
}

/**
 * A draft becomes the next revision of its sheet, by somebody who has not written in it; units that have no sheet yet are overhauled by it
 * from here on.
 */
export async function releaseDraft(
  db: Database, person: Person, draftId: string, { seq, note, units }: { seq: number, note: string, units: readonly string[] },
): Promise<{ key: string, revision: number }> {
  return db.transaction(async (tx) => {
    const draft = await lock(tx, person, draftId)
    requireOpen(draft)
    requireSeen(draft, seq)
    if ((await authorsOf(tx, draft)).some(author => author.id === person.id))
      throw new Problem(403, 'release.author', 'You have written in this draft. Somebody else reads and releases it.')
    const newest = await newestReleased(tx, draft.key)
    if ((newest?.revision ?? null) !== draft.basedOn)
      throw new Problem(409, 'draft.behind', `Revision ${newest?.revision} was released meanwhile. Bring it in here first.`)
    const document = { ...upgradeSheet(draft.document), revision: await nextRevision(tx, draft.key) }
    const blockers = releaseBlockers(document)
    if (blockers.length > 0)
      throw new Problem(422, 'release.blocked', `It cannot be released yet: ${blockers[0]!.reason}${more(blockers.length)}`, { faults: blockers.slice(0, 50) })
    const missing = await missingAttachments(tx, document)
    if (missing.length > 0)
      throw new Problem(422, 'release.attachment', `"${missing[0]}" is not kept here${more(missing.length)}. Put it in again, or take it off.`)
    for (const tag of units) {
      const { unit: found } = await requireUnit(tx, person, tag)
      if (found.sheetKey && found.sheetKey !== draft.key)
        throw new Problem(409, 'unit.has-sheet', `${tag} is overhauled by another sheet already.`)
      try {
        fullOptions(document, found.options)
      } catch (error) {
        if (error instanceof DomainError) throw new Problem(422, error.code, `${tag}: ${error.message}`)
        throw error
      }
      await tx.update(unit).set({ sheetKey: draft.key }).where(eq(unit.id, found.id))
    }
    const released = await releaseSheet(tx, document, { by: person.id, note })
    await tx.update(sheetDraft).set({ status: 'released', releasedAs: released.revision, changedAt: new Date() })
      .where(eq(sheetDraft.id, draftId))
    return released
  })
}

const isOf = async (tx: Transaction, draft: Draft, { id }: Person) =>
  draft.by === id || (await authorsOf(tx, draft)).some(author => author.id === id)
const more = (faults: number) => faults > 1 ? ` (and ${faults - 1} more)` : ''

async function lock(tx: Transaction, person: Person, id: string): Promise<Draft> {
  const [draft] = await tx.select().from(sheetDraft).where(eq(sheetDraft.id, id)).for('update')
  if (!draft) throw new Problem(404, 'draft.unknown', 'There is no such draft.')
  if (draft.jobId) {
    const [row] = await tx.select({ siteKey: unit.siteKey }).from(job).innerJoin(unit, eq(unit.id, job.unitId))
      .where(eq(job.id, draft.jobId))
    requireReach(person, row!.siteKey, 'This draft')
  }
  return draft
}

function requireOpen({ status, releasedAs }: Draft): void {
  if (status === 'released') throw new Problem(409, 'draft.released', `This draft is released as revision ${releasedAs} and does not change any more.`)
  if (status === 'dropped') throw new Problem(409, 'draft.dropped', 'This draft was given up.')
}

function requireSeen(draft: Draft, seq: number): void {
  if (draft.seq !== seq) throw new Problem(409, 'draft.changed', 'Somebody has written in it meanwhile. Look at it again first.')
}
