import { and, count, eq, inArray, sql } from 'drizzle-orm'
import { byDeed, foldJob, guardEvent, rightForEvent, standingEntry, STATE_FORMAT, type EventType, type JobEvent } from '#core'
import { may, refuseUndo } from '#shared/rights'
import type { AppendResult, EventDraft, Person } from '#shared/wire/types'
import type { Database } from '../db/client'
import { jobEvent, jobEventRefused, jobSnapshot } from '../db/schema'
import { partsTold } from '../read-models/part-news'
import { isTouchedBy } from '../read-models/read-model'
import { keepReaches } from './bend-reach'
import { keepDraft } from './drafts'
import { hashEvent, type HashedEvent } from './event-hash'
import { byRegister, readRegister, TAKEN_WITH, type Register } from './instruments'
import { inState, loadLiveJob, rememberLiveJob, withTaken, type LiveJob } from './live-job'
import { markUnitStale } from './outlook'
import { Problem } from './problem'
import { reaches } from './reach'
import { followBench } from './stock-of-bench'
import { writePlan, type WritePlan } from './write-plans'

/** Who has signed a draft that somebody else sends, and what was seen at that moment. */
export interface ProvenSigner { person: Person, waiting: readonly string[] }

export interface AppendInput {
  jobId: string
  device: string
  drafts: readonly EventDraft<EventType>[]
  /** Of drafts that somebody else has signed: who, or why that does not hold. */
  signers?: ReadonlyMap<string, ProvenSigner | Problem>
  /** The work of somebody who is gone, sent by a lead. */
  enteredFor?: { name: string } | undefined
}

// A long log is snapshotted in longer strides, so that the cost an event stays the same however long it is.
const SNAPSHOT_EVERY = 50
const SNAPSHOT_SHARE = 0.2
const MOST_TRIES = 20
/** Refusals of one person that the record of a job keeps. */
const MOST_REFUSED = 200

/**
 * Writes events into the log of a job: each is recorded, found to be there already, or refused with a sentence and kept.
 *
 * The write first moves the job from the sequence number we know to the new one. When somebody else
 * was faster it moves nothing, and we look again and judge again. So no lock is held while we think, nothing is ever
 * half-written, and numbers have no gaps.
 */
export async function appendEvents(
  db: Database,
  person: Person,
  input: AppendInput,
): Promise<{ results: AppendResult[]; seq: number; unit: string }> {
  return inTurn(input.jobId, async () => {
    let known: Recorded = new Map()
    const asksRegister = input.drafts.some(({ type }) => TAKEN_WITH.some(taken => taken === type))
    const register = asksRegister ? await readRegister(db) : new Map<string, never>()
    for (let attempt = 0; attempt < MOST_TRIES; attempt++) {
      const loaded = await loadLiveJob(db, person, input.jobId, { fresh: attempt > 0 })
      const live = { ...loaded, documents: await withTaken(db, loaded.documents, input.drafts) }
      const plan = planAppend(live, person, input, known, register)
      if (plan.refused.length > 0 && attempt === 0) {
        // Before anybody is refused: is it an event that is there already, or has the job moved on elsewhere?
        known = await findRecorded(db, input)
        continue
      }
      const outcome = plan.rows.length > 0 ? await writePlan(db, plan) : 'written'
      if (outcome === 'moved') continue
      if (outcome === 'duplicate') {
        known = await findRecorded(db, input)
        continue
      }
      await keepRefused(db, person, input, plan)
      if (plan.after.state.closed && !plan.before.state.closed) {
        await keepDraft(db, plan.after)
        await keepReaches(db, plan.after)
        await markUnitStale(db, plan.after.unitId)
      }
      await tellOfParts(db, person, plan)
      rememberLiveJob(await withSnapshot(db, plan.after))
      return { results: plan.results, seq: plan.after.seq, unit: plan.after.unitTag }
    }
    throw new Problem(503, 'job.busy', 'Too many people write to this job at once. Nothing was lost; try again in a moment.')
  })
}

/** What was told of parts, or taken back, reaches the outlook of the machine and the book of the stores. */
async function tellOfParts(db: Database, person: Person, { before, after, rows }: WritePlan): Promise<void> {
  if (!isTouchedBy(partsTold, rows.map(row => row.type as EventType))) return
  const { came, went } = partsTold.changeOf(before, after)
  // A word that takes the place of another changes nothing of what is due.
  const gone = partsTold.rowsOf(before).filter(({ eventId }) => went.includes(eventId))
  if ([...came, ...gone].some(({ what }) => what === 'concession' || what === 'finding')) await markUnitStale(db, after.unitId)
  if (came.some(({ lot, serial }) => lot ?? serial)) await followBench(db, person, { jobId: after.id, unitId: after.unitId })
}

interface Plan extends WritePlan {
  refused: { draft: EventDraft, code: string, message: string }[]
  results: AppendResult[]
}

type Recorded = Map<string, { seq: number, hash: string }>

function planAppend(live: LiveJob, person: Person, input: AppendInput, known: Recorded, register: Register): Plan {
  const plan: Plan = { before: live, after: live, rows: [], refused: [], results: [] }
  const recordedAt = new Date()
  const context = { live, person, input, known, register, recordedAt }
  for (const together of byDeed(input.drafts)) {
    const tried: Plan = { ...plan, rows: [...plan.rows], refused: [], results: [] }
    planTogether(tried, together, context)
    const [first] = tried.refused
    if (first && together.length > 1) {
      // One tap: what belongs to it does not happen without it. What was recorded before stays so.
      for (const draft of together) {
        const recorded = tried.results.find(result => result.id === draft.id && result.outcome === 'duplicate')
        const why = draft.id === first.draft.id
          ? { code: first.code, message: first.message }
          : { code: 'deed.refused', message: `It belongs to what was refused: ${first.message}` }
        if (!recorded) plan.refused.push({ draft, ...why })
        plan.results.push(recorded ?? { id: draft.id, outcome: 'refused', ...why })
      }
      continue
    }
    plan.refused.push(...tried.refused)
    plan.results.push(...tried.results)
    plan.rows = tried.rows
    plan.after = tried.after
  }
  return plan
}

interface PlanContext {
  live: LiveJob
  person: Person
  input: AppendInput
  known: Recorded
  register: Register
  recordedAt: Date
}

/** Judges the drafts of one tap one after the other and adds what may happen to the plan. */
function planTogether(plan: Plan, drafts: readonly EventDraft[], { live, person, input, known, register, recordedAt }: PlanContext): void {
  for (const draft of drafts) {
    const signer = input.signers?.get(draft.id)
    const who = signer && !(signer instanceof Problem) ? signer.person : person
    const actor = { id: who.id, name: input.enteredFor ? `${who.name}, entered for ${input.enteredFor.name}` : who.name }
    const told = signer || input.enteredFor ? { actor } : {}
    const before = known.get(draft.id) ?? plan.rows.find(row => row.id === draft.id)
    if (before !== undefined) {
      plan.results.push({ id: draft.id, outcome: 'duplicate', seq: before.seq, hash: before.hash, ...told })
      continue
    }
    // A bench whose clock runs ahead cannot end a wait before its time.
    const happenedAt = new Date(Math.min(Date.parse(draft.happenedAt), recordedAt.getTime()))
    const together = draft.deed === undefined ? {} : { deed: draft.deed }
    const sent = { id: draft.id, type: draft.type, body: draft.body, happenedAt: happenedAt.toISOString(), actor, ...together } as JobEvent
    const refusal = refuseActor(signer instanceof Problem ? signer : who, live, draft) ?? refuseSeen(signer, plan, known)
      ?? refuseTakingBack(who, plan.after, sent) ?? guardEvent(live.documents, plan.after.state, sent)
    if (refusal) {
      plan.refused.push({ draft, ...refusal })
      plan.results.push({ id: draft.id, outcome: 'refused', ...refusal })
      continue
    }
    const event = byRegister(plan.after.sheet, plan.after.state, sent, register)
    const { seq, headHash } = plan.after
    // What is hashed is what will be read back: plain JSON, nothing that storing would change.
    const body: unknown = JSON.parse(JSON.stringify(event.body))
    const hashed: HashedEvent = {
      id: draft.id,
      jobId: live.id,
      seq: seq + 1,
      type: draft.type,
      body,
      actorId: actor.id,
      actorName: actor.name,
      device: input.device,
      happenedAt,
      recordedAt,
      deed: draft.deed ?? null,
    }
    const hash = hashEvent(hashed, headHash)
    plan.rows.push({ ...hashed, prevHash: headHash, hash })
    plan.after = inState(plan.after, foldJob(live.documents, [event], plan.after.state), { seq: seq + 1, headHash: hash })
    plan.results.push({ id: draft.id, outcome: 'recorded', seq: seq + 1, hash, ...told, ...event === sent ? {} : { body: event.body } })
  }
}

/** A signature stands on what was seen: the events that waited on that bench before it must be in the log, as they were. */
function refuseSeen(signer: ProvenSigner | Problem | undefined, plan: Plan, known: Recorded): { code: string, message: string } | null {
  if (!signer || signer instanceof Problem) return null
  const missing = signer.waiting.filter(id => !known.has(id) && !plan.rows.some(row => row.id === id))
  return missing.length === 0
    ? null
    : {
        code: 'seal.other-state',
        message: 'What stood on that bench when this was signed has not been recorded as it was. Look again and sign again.',
      }
}

function refuseTakingBack(who: Person, { state }: LiveJob, event: JobEvent): { code: string, message: string } | null {
  const entry = event.type === 'undone' ? standingEntry(state, event.body.event) : undefined
  return entry ? refuseUndo(who, entry) : null
}

/** Why this person, at the bench or signing there, may not do this to this job. */
function refuseActor(who: Person | Problem, live: LiveJob, draft: EventDraft): { code: string, message: string } | null {
  if (who instanceof Problem) return { code: who.code, message: who.message }
  if (!may(who.role, rightForEvent(draft.type))) {
    return {
      code: 'right.missing',
      message: `A ${who.role} may not do this. It needs a person with the right "${rightForEvent(draft.type)}".`,
    }
  }
  return reaches(who, live.siteKey) ? null : { code: 'site.out-of-reach', message: `${who.name} has no access to the site of this job.` }
}

async function findRecorded(db: Database, { jobId, drafts, signers }: AppendInput): Promise<Recorded> {
  const seen = [...signers?.values() ?? []].flatMap(signer => signer instanceof Problem ? [] : signer.waiting)
  const own = new Set(drafts.map(draft => draft.id))
  const rows = await db
    .select({ id: jobEvent.id, seq: jobEvent.seq, hash: jobEvent.hash, jobId: jobEvent.jobId })
    .from(jobEvent)
    .where(inArray(jobEvent.id, [...own, ...seen]))
  if (rows.some(row => own.has(row.id) && row.jobId !== jobId))
    throw new Problem(409, 'event.foreign', 'An event of this batch belongs to another job. Nothing of it was written.')
  return new Map(rows.filter(row => row.jobId === jobId).map(({ id, seq, hash }) => [id, { seq, hash }]))
}

/** Keeps what was refused, for its author: a bounded number of each person in a job. */
async function keepRefused(db: Database, person: Person, { jobId, device }: AppendInput, { refused }: Plan): Promise<void> {
  if (refused.length === 0) return
  const [{ kept } = { kept: 0 }] = await db
    .select({ kept: count() })
    .from(jobEventRefused)
    .where(and(eq(jobEventRefused.jobId, jobId), eq(jobEventRefused.actorId, person.id)))
  const room = refused.slice(0, Math.max(0, MOST_REFUSED - kept))
  if (room.length === 0) return
  await db
    .insert(jobEventRefused)
    .values(
      room.map(({ draft, code, message }) => ({
        id: draft.id,
        jobId,
        type: draft.type,
        body: draft.body as unknown as Record<string, unknown>,
        actorId: person.id,
        actorName: person.name,
        device,
        happenedAt: new Date(draft.happenedAt),
        code,
        message,
      })),
    )
    .onConflictDoNothing()
}

async function withSnapshot(db: Database, live: LiveJob): Promise<LiveJob> {
  if (live.seq - live.snapshotSeq < Math.max(SNAPSHOT_EVERY, SNAPSHOT_SHARE * live.seq)) return live
  const { id: jobId, seq, state } = live
  const kept = { seq, state, format: STATE_FORMAT }
  await db
    .insert(jobSnapshot)
    .values({ jobId, ...kept })
    .onConflictDoUpdate({
      target: jobSnapshot.jobId,
      set: kept,
      setWhere: sql`job_snapshot.seq < ${seq} or job_snapshot.format <> ${STATE_FORMAT}`,
    })
  return { ...live, snapshotSeq: seq }
}

const turns = new Map<string, Promise<unknown>>()

/** One writer a job within this process: two of them would only make each other look again. */
async function inTurn<T>(jobId: string, work: () => Promise<T>): Promise<T> {
  const turn = (turns.get(jobId) ?? Promise.resolve()).then(work, work)
  const settled = turn.catch(() => undefined)
  turns.set(jobId, settled)
  try {
    return await turn
  } finally {
    if (turns.get(jobId) === settled) turns.delete(jobId)
  }
}
