import type { EventType } from '#core'
import { isDatabaseAway } from '../db/away'
import { rowsOf, type Database } from '../db/client'
import { headOf } from '../read-models/job-head'
import { partsTold } from '../read-models/part-news'
import { isTouchedBy, type EventRows } from '../read-models/read-model'
import { readings } from '../read-models/readings'
import type { HashedEvent } from './event-hash'
import type { LiveJob } from './live-job'

/** What is to be written of one job: from the state it was judged at to the state after it. */
export interface WritePlan {
  before: LiveJob
  after: LiveJob
  rows: (HashedEvent & { prevHash: string, hash: string })[]
}

/** `moved`: the job has grown meanwhile, nothing was written. `duplicate`: an event is in the log already, nothing was written. */
export type WriteOutcome = 'written' | 'moved' | 'duplicate'

interface Waiting { plan: WritePlan, resolve: (outcome: WriteOutcome) => void, reject: (error: unknown) => void }

const MOST_AT_ONCE = 64

let waiting: Waiting[] = []
// While one commit waits for the disk the next is prepared, as soon as a group worth its cost has come together; more writers or smaller
// groups only share the cost of a commit among fewer events.
const WRITERS = 2
const WORTH_A_WRITER = 4
let writers = 0

/**
 * Writes a plan. Plans of different jobs that come while another write is under way go into the database together, in one
 * statement and one commit: under load the cost of a commit is shared, and a lone event waits for nobody. A job never has two plans
 * here at once, because its writers take turns (`append-events.ts`).
 */
export function writePlan(db: Database, plan: WritePlan): Promise<WriteOutcome> {
  return new Promise((resolve, reject) => {
    waiting.push({ plan, resolve, reject })
    if (writers === 0 || (writers < WRITERS && waiting.length >= WORTH_A_WRITER)) void writeAll(db)
  })
}

async function writeAll(db: Database): Promise<void> {
  writers += 1
  while (waiting.length > 0 && (writers === 1 || waiting.length >= WORTH_A_WRITER)) {
    const group = waiting.slice(0, MOST_AT_ONCE)
    waiting = waiting.slice(MOST_AT_ONCE)
    const begun = { at: Date.now() }
    underWay.add(begun)
    try {
      await settle(db, group)
    } catch (error) {
      // One bad plan fails the statement for all; alone, each answers for itself. A database that is away answers none of them.
      if (isDatabaseAway(error)) for (const one of group) one.reject(error)
      else for (const one of group) await settle(db, [one]).catch(one.reject)
    } finally {
      underWay.delete(begun)
    }
  }
  writers -= 1
}

const underWay = new Set<{ at: number }>()
/** A write that takes longer than any does. */
const STUCK_MS = 5000
/** How many writes have been under way for so long that something is wrong. */
export const stuckWriters = (): number => [...underWay].filter(({ at }) => Date.now() - at > STUCK_MS).length

async function settle(db: Database, group: readonly Waiting[]): Promise<void> {
  try {
    const written = await write(db, group.map(entry => entry.plan))
    for (const { plan, resolve } of group) resolve(written.has(plan.before.id) ? 'written' : 'moved')
  } catch (error) {
    if (group.length === 1 && isDuplicateEvent(error)) group[0]!.resolve('duplicate')
    else throw error
  }
}

// Prepared once a connection: parsing and planning this would cost more than running it.
const STATEMENT = `
  with plan as (
    select * from jsonb_to_recordset($1::jsonb) as p(id uuid, before_seq int, seq int, head_hash text, steps_done int, steps_total int, current_step text, timer_name text, timer_ends_at timestamptz, closed_at timestamptz)
  ), moved as (
    update job set seq = plan.seq, head_hash = plan.head_hash, steps_done = plan.steps_done, steps_total = plan.steps_total,
      current_step = plan.current_step, timer_name = plan.timer_name, timer_ends_at = plan.timer_ends_at,
      status = case when plan.closed_at is null then 'open' else 'closed' end, closed_at = plan.closed_at
    from plan where job.id = plan.id and job.seq = plan.before_seq returning job.id
  ), added as (
    insert into job_event (id, job_id, seq, type, body, actor_id, actor_name, device, happened_at, recorded_at, deed, prev_hash, hash)
    select e.id, e.job_id, e.seq, e.type, e.body, e.actor_id, e.actor_name, e.device, e.happened_at, e.recorded_at, e.deed, e.prev_hash, e.hash
    from jsonb_to_recordset($2::jsonb) as e(id uuid, job_id uuid, seq int, type text, body jsonb, actor_id uuid, actor_name text, device uuid,
      happened_at timestamptz, recorded_at timestamptz, deed uuid, prev_hash text, hash text) join moved on moved.id = e.job_id
  )`
const RESULT = ' select id from moved'

/** Read models whose rows are written with the events, in this order, so that every mixture is one statement that is prepared once. */
const ROWS_WRITTEN = [readings, partsTold] as unknown as readonly EventRows<{ eventId: string }>[]

/** Heads, events and read models of several jobs; gives the jobs that were still where their plan began. */
async function write(db: Database, plans: readonly WritePlan[]): Promise<Set<string>> {
  const heads = plans.map(({ before, after }) => ({
    id: before.id,
    before_seq: before.seq,
    seq: after.seq,
    head_hash: after.headHash,
    ...headOf(after),
  }))
  const events = plans
    .flatMap(plan => plan.rows)
    .map(row => ({
      id: row.id,
      job_id: row.jobId,
      seq: row.seq,
      type: row.type,
      body: row.body,
      actor_id: row.actorId,
      actor_name: row.actorName,
      device: row.device,
      happened_at: row.happenedAt,
      recorded_at: row.recordedAt,
      deed: row.deed,
      prev_hash: row.prevHash,
      hash: row.hash,
    }))
  let statement = STATEMENT
  const parameters: unknown[] = [heads, events]
  const written: string[] = []
  for (const model of ROWS_WRITTEN) {
    const changes = plans.filter(({ rows }) => isTouchedBy(model, rows.map(row => row.type as EventType)))
      .map(({ before, after }) => model.changeOf(before, after))
    const [came, went] = [changes.flatMap(change => change.came), changes.flatMap(change => change.went)]
    if (came.length === 0 && went.length === 0) continue
    parameters.push(came, went)
    written.push(model.name)
    statement += model.write({ came: parameters.length - 1, went: parameters.length })
  }
  const values = parameters.map(value => JSON.stringify(value))
  const moved = await rowsOf<{ id: string }>(db, statement + RESULT, values, `write ${written.join(' ')}`)
  return new Set(moved.map(row => row.id))
}

function isDuplicateEvent(error: unknown): boolean {
  const { code, constraint } = error as { code?: string, constraint?: string }
  return code === '23505' && constraint === 'job_event_pkey'
}
