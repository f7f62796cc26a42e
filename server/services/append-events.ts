import { inArray, sql } from 'drizzle-orm'
import { foldJob, guardEvent, type JobEvent } from '#core'
import { may, rightForEvent } from '#shared/rights'
import type { AppendResult, EventDraft, Person } from '#shared/wire/types'
import type { Database } from '../db/client'
import { jobEvent, jobEventRefused, jobSnapshot } from '../db/schema'
import { hashEvent, type HashedEvent } from './event-hash'
import { loadLiveJob, rememberLiveJob, type LiveJob } from './live-job'
import { Problem } from './problem'
import { reaches } from './reach'
import { writePlan, type WritePlan } from './write-plans'

export interface AppendInput {
  jobId: string
  device: string
  drafts: readonly EventDraft[]
  /** Of drafts that somebody else has signed: who, or why that does not hold. */
  signers?: ReadonlyMap<string, Person | Problem>
}

// A long log is snapshotted in longer strides, so that the cost an event stays the same however long it is.
const SNAPSHOT_EVERY = 50
const SNAPSHOT_SHARE = 0.2
const MOST_TRIES = 20

/**
 * Writes events into the log of a job: each is recorded, found to be there already, or refused with a sentence and kept.
 *
 * The write first moves the job from the sequence number we know to the new one. When somebody else
 * was faster it moves nothing, and we look again and judge again. So no lock is held while we think, nothing is ever
 * half-written, and numbers have no gaps.
 */
export async function appendEvents(db: Database, person: Person, input: AppendInput): Promise<{ results: AppendResult[], seq: number }> {
  return inTurn(input.jobId, async () => {
    let known = new Map<string, number>()
    for (let attempt = 0; attempt < MOST_TRIES; attempt++) {
      const live = await loadLiveJob(db, person, input.jobId, { fresh: attempt > 0 })
      const plan = planAppend(live, person, input, known)
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
      rememberLiveJob(await withSnapshot(db, plan.after))
      return { results: plan.results, seq: plan.after.seq }
    }
    throw new Problem(503, 'job.busy', 'Too many people write to this job at once. Nothing was lost; try again in a moment.')
  })
}

interface Plan extends WritePlan {
  refused: { draft: EventDraft, code: string, message: string }[]
  results: AppendResult[]
}

function planAppend(live: LiveJob, person: Person, input: AppendInput, known: ReadonlyMap<string, number>): Plan {
  const plan: Plan = { before: live, after: live, rows: [], refused: [], results: [] }
  const recordedAt = new Date()
  for (const draft of input.drafts) {
    const signer = input.signers?.get(draft.id)
    const who = signer instanceof Problem ? person : signer ?? person
    const signed = signer && { actor: { id: who.id, name: who.name } }
    const seqBefore = known.get(draft.id) ?? plan.rows.find(row => row.id === draft.id)?.seq
    if (seqBefore !== undefined) {
      plan.results.push({ id: draft.id, outcome: 'duplicate', seq: seqBefore, ...signed })
      continue
    }
    // A bench whose clock runs ahead cannot end a wait before its time.
    const happenedAt = new Date(Math.min(Date.parse(draft.happenedAt), recordedAt.getTime()))
    const event = { id: draft.id, type: draft.type, body: draft.body, happenedAt: happenedAt.toISOString(), actor: { id: who.id, name: who.name } } as JobEvent
    const refusal = refuseActor(signer ?? person, live, draft) ?? guardEvent(live.sheet, plan.after.state, event)
    if (refusal) {
      plan.refused.push({ draft, ...refusal })
      plan.results.push({ id: draft.id, outcome: 'refused', ...refusal })
      continue
    }
    const { seq, headHash } = plan.after
    const hashed: HashedEvent = {
      id: draft.id, jobId: live.id, seq: seq + 1, type: draft.type, body: draft.body, actorId: who.id, actorName: who.name,
      device: input.device, happenedAt, recordedAt,
    }
    const hash = hashEvent(hashed, headHash)
    plan.rows.push({ ...hashed, prevHash: headHash, hash })
    plan.after = { ...plan.after, seq: seq + 1, headHash: hash, state: foldJob(live.sheet, [event], plan.after.state) }
    plan.results.push({ id: draft.id, outcome: 'recorded', seq: seq + 1, ...signed })
  }
  return plan
}

/** Why this person, at the bench or signing there, may not do this to this job. */
function refuseActor(who: Person | Problem, live: LiveJob, draft: EventDraft): { code: string, message: string } | null {
  if (who instanceof Problem) return { code: who.code, message: who.message }
  if (!may(who.role, rightForEvent(draft.type))) {
    return { code: 'right.missing', message: `A ${who.role} may not do this. It needs a person with the right "${rightForEvent(draft.type)}".` }
  }
  return reaches(who, live.siteKey) ? null : { code: 'site.out-of-reach', message: `${who.name} has no access to the site of this job.` }
}

async function findRecorded(db: Database, { jobId, drafts }: AppendInput): Promise<Map<string, number>> {
  const rows = await db.select({ id: jobEvent.id, seq: jobEvent.seq, jobId: jobEvent.jobId }).from(jobEvent).where(inArray(jobEvent.id, drafts.map(draft => draft.id)))
  if (rows.some(row => row.jobId !== jobId)) throw new Problem(409, 'event.foreign', 'An event of this batch belongs to another job. Nothing of it was written.')
  return new Map(rows.map(row => [row.id, row.seq]))
}

async function keepRefused(db: Database, person: Person, { jobId, device }: AppendInput, { refused }: Plan): Promise<void> {
  if (refused.length === 0) return
  await db.insert(jobEventRefused).values(refused.map(({ draft, code, message }) => ({
    id: draft.id, jobId, type: draft.type, body: draft.body as unknown as Record<string, unknown>, actorId: person.id, actorName: person.name, device,
    happenedAt: new Date(draft.happenedAt), code, message,
  }))).onConflictDoNothing()
}

async function withSnapshot(db: Database, live: LiveJob): Promise<LiveJob> {
  if (live.seq - live.snapshotSeq < Math.max(SNAPSHOT_EVERY, SNAPSHOT_SHARE * live.seq)) return live
  const { id: jobId, seq, state } = live
  await db.insert(jobSnapshot).values({ jobId, seq, state })
    .onConflictDoUpdate({ target: jobSnapshot.jobId, set: { seq, state }, setWhere: sql`job_snapshot.seq < ${seq}` })
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
