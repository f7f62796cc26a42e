import { alias } from 'drizzle-orm/pg-core'
import { and, desc, eq, sql } from 'drizzle-orm'
import { randomUUID } from 'node:crypto'
import { editsOfBend, upgradeSheet } from '#core'
import type { DepartedRow, DepartureDecided, ProposalsAnswer } from '#shared/wire/drafts'
import type { Person } from '#shared/wire/types'
import type { Database } from '../db/client'
import { departureDecision, job, jobEvent, person as personTable, sheet, sheetDraft, sheetProposal, unit } from '../db/schema'
import { keepMissingReaches } from './bend-reach'
import { writeDeed } from './draft-deeds'
import { startDrafts } from './drafts'
import { Problem } from './problem'
import { requireReach, unitsWithin } from './reach'

const MOST = 300

/** What people at the benches would have otherwise in the sheets: figures that are proposed, and steps that are departed from. */
export async function listProposals(db: Database, person: Person): Promise<ProposalsAnswer> {
  await keepMissingReaches(db, person)
  const decider = alias(personTable, 'decider')
  const within = unitsWithin(person)
  const proposals = await db.select({
    id: sheetProposal.id, sheet: sheetProposal.sheetKey, title: sheet.title, revision: sheetProposal.revision, tag: unit.tag,
    job: job.number, jobId: job.id, name: sheetProposal.name, says: sheetProposal.says, source: sheetProposal.source,
    note: sheetProposal.note, by: personTable.name, at: sheetProposal.at, status: sheetProposal.status, reason: sheetProposal.reason,
    decidedBy: decider.name, draftId: sheetProposal.draftId,
  })
    .from(sheetProposal).innerJoin(job, eq(job.id, sheetProposal.jobId)).innerJoin(unit, eq(unit.id, job.unitId))
    .innerJoin(sheet, eq(sheet.id, job.sheetId)).innerJoin(personTable, eq(personTable.id, sheetProposal.by))
    .leftJoin(decider, eq(decider.id, sheetProposal.decidedBy))
    .where(within).orderBy(sql`${sheetProposal.status} = 'open' desc`, desc(sheetProposal.at)).limit(MOST)
  const step = sql<string>`${jobEvent.body} ->> 'step'`
  const departures = await db.select({
    sheet: sheet.key, title: sql<string>`min(${sheet.title})`, step, times: sql<number>`count(*)::int`,
    tags: sql<string[]>`array_agg(distinct ${unit.tag})`,
    reasons: sql<string[]>`(array_agg(${jobEvent.body} ->> 'reason' order by ${jobEvent.recordedAt} desc))[1:5]`,
    open: sql<number>`count(*) filter (where ${departureDecision.at} is null or ${jobEvent.recordedAt} > ${departureDecision.at})::int`,
    says: departureDecision.says, reason: departureDecision.reason, by: personTable.name,
    stepTitle: sql<string>`coalesce(min((select one ->> 'title' from jsonb_array_elements(${sheet.document} -> 'steps') as one where one ->> 'key' = ${step})), ${step})`,
  })
    .from(jobEvent).innerJoin(job, eq(job.id, jobEvent.jobId)).innerJoin(unit, eq(unit.id, job.unitId))
    .innerJoin(sheet, eq(sheet.id, job.sheetId))
    .leftJoin(departureDecision, and(eq(departureDecision.sheetKey, sheet.key), eq(departureDecision.step, step)))
    .leftJoin(personTable, eq(personTable.id, departureDecision.by))
    .where(and(eq(jobEvent.type, 'departure-made'), eq(sheet.origin, 'released'), within))
    .groupBy(sheet.key, step, departureDecision.says, departureDecision.reason, departureDecision.at, personTable.name)
    .orderBy(desc(sql`count(*)`)).limit(MOST)
  return {
    proposals: proposals.map(row => ({ ...row, at: row.at.toISOString() })),
    departures: departures.map(({ says, reason, by, ...row }): DepartedRow => ({
      ...row, decided: says && reason && by ? { says, reason, by } : null,
    })),
  }
}

/**
 * Decides on a proposal, once: taken into the draft of the next revision as it is, taken there to be changed, or refused; with a reason
 * that its author reads.
 */
export async function decideProposal(
  db: Database, person: Person, id: string, { says, reason }: { says: 'accepted' | 'changed' | 'refused', reason: string },
): Promise<{ draft: string | null }> {
  const [row] = await db.select({ proposal: sheetProposal, siteKey: unit.siteKey }).from(sheetProposal)
    .innerJoin(job, eq(job.id, sheetProposal.jobId)).innerJoin(unit, eq(unit.id, job.unitId)).where(eq(sheetProposal.id, id))
  if (!row) throw new Problem(404, 'proposal.unknown', 'There is no such proposal.')
  requireReach(person, row.siteKey, 'This proposal')
  const { proposal } = row
  if (proposal.by === person.id) throw new Problem(403, 'proposal.own', 'You have proposed this. Somebody else decides on it.')
  const draft = says === 'refused' ? null : (await startDrafts(db, person, { from: 'revision', key: proposal.sheetKey })).ids[0]!
  const [decided] = await db.update(sheetProposal)
    .set({ status: says, reason, decidedBy: person.id, decidedAt: new Date(), draftId: draft })
    .where(and(eq(sheetProposal.id, id), eq(sheetProposal.status, 'open'))).returning({ id: sheetProposal.id })
  if (!decided) throw new Problem(409, 'proposal.decided', 'Somebody has decided on it already.')
  if (says === 'accepted') {
    const [open] = await db.select({ document: sheetDraft.document }).from(sheetDraft).where(eq(sheetDraft.id, draft!))
    const edits = editsOfBend(upgradeSheet(open!.document), proposal.bend)
    // Whoever is faster with the same figure has written it already.
    if (edits.length > 0) await writeDeed(db, person, draft!, { id: randomUUID(), edits })
  }
  return { draft }
}

/**
 * Decides on the departures from one step: the next revision is written otherwise, or the sheet stays as it is; with a reason that is
 * read by those who departed. Who is the only one to depart does not decide on it.
 */
export async function decideDeparture(
  db: Database, person: Person, { sheet: key, step, says, reason }: DepartureDecided,
): Promise<{ draft: string | null }> {
  const made = await db.selectDistinct({ by: jobEvent.actorId }).from(jobEvent)
    .innerJoin(job, eq(job.id, jobEvent.jobId)).innerJoin(unit, eq(unit.id, job.unitId)).innerJoin(sheet, eq(sheet.id, job.sheetId))
    .where(and(
      eq(jobEvent.type, 'departure-made'), eq(sheet.key, key), eq(sheet.origin, 'released'),
      sql`${jobEvent.body} ->> 'step' = ${step}`, unitsWithin(person),
    ))
  if (made.length === 0) throw new Problem(404, 'departure.unknown', 'Nobody within your reach has departed from that step.')
  if (made.every(({ by }) => by === person.id))
    throw new Problem(403, 'departure.own', 'Only you have departed from it. Somebody else decides on it.')
  const draft = says === 'refused' ? null : (await startDrafts(db, person, { from: 'revision', key })).ids[0]!
  const decision = { says, reason, by: person.id, at: new Date(), draftId: draft }
  await db.insert(departureDecision).values({ sheetKey: key, step, ...decision })
    .onConflictDoUpdate({ target: [departureDecision.sheetKey, departureDecision.step], set: decision })
  return { draft }
}
