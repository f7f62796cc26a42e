import { performance } from 'node:perf_hooks'
import { randomUUID } from 'node:crypto'
import { eq } from 'drizzle-orm'
import { foldJob, goodTruth, guardEvent, nextDeed, nextSteps, sheetForJob, type JobEvent, type JobState, type Sheet } from '#core'
import type { EventDraft, Person } from '#shared/wire/types'
import { closeConnection, database } from '../../server/db/client'
import { person, sheet as sheetTable, unit } from '../../server/db/schema'
import { appendEvents } from '../../server/services/append-events'
import { shelfOf } from '../../server/services/live-job'
import { hashOfDocument } from '../../server/services/sha256'
import { startJob } from '../../server/services/start-job'
import { anyEvent, makeGood, openJob } from '../support/job-walk'
import { smallSheet, type SmallStep } from '../support/small-sheet'

/**
 * Makes what the speed table needs: a job of 5,000 legal events and a job on a sheet of 140 steps. Prints one JSON line with their
 * numbers and with the time that folding the 5,000 takes.
 */
const EVENTS = 5000
const STAGES = 35
const ROUNDS = 15
const BATCH = 200

const db = database()
async function personOf(login: string): Promise<Person> {
  const [row] = await db.select().from(person).where(eq(person.login, login))
  return { id: row!.id, login: row!.login, name: row!.name, role: row!.role, sites: null }
}
const [technician, lead] = [await personOf('okafor'), await personOf('brandt')]

async function unitLike(tag: string, sheetKey: string): Promise<string> {
  const [pump] = await db.select().from(unit).where(eq(unit.tag, 'P-104'))
  await db.insert(unit).values({ ...pump!, id: randomUUID(), tag, sheetKey })
  return tag
}

/** A random walk that is the same each time, and from its end the shortest way to a step that asks for nothing. */
function longLog(sheet: Sheet): JobEvent[] {
  let seed = 20_260_101
  const choose = (below: number) => {
    seed = (seed * 1_103_515_245 + 12_345) % 2_147_483_648
    return below <= 1 ? 0 : seed % below
  }
  const events: JobEvent[] = []
  let state: JobState = openJob(sheet)
  const take = (event: JobEvent) => {
    if (guardEvent(sheet, state, event)) return
    events.push(event)
    state = foldJob(sheet, [event], state)
  }
  while (events.length < EVENTS) {
    const event = anyEvent(sheet, state, choose,
      events.filter(made => made.type !== 'undone' && made.actor.id === 'person-a').slice(-8).map(made => made.id))
    if (event.type !== 'job-closed') take(event)
  }
  for (;;) {
    const { draft, byLead } = nextDeed(sheet, state, nextSteps(sheet, state)[0]!, goodTruth(sheet), {
      at: new Date(state.opened!.at),
      newId: randomUUID,
    })
    const event = { ...draft, actor: byLead ? { id: 'person-lead', name: 'Lead' } : { id: 'person-a', name: 'A' } } as JobEvent
    const refusal = draft.type === 'step-done' ? guardEvent(sheet, state, event) : null
    if (draft.type !== 'step-done') take(event)
    else if (refusal) take(makeGood(sheet, state, nextSteps(sheet, state)[0]!.key, refusal))
    else return events
  }
}

/** Sends a log that others have made up through the door of the server; each person and event gets a real name. */
async function write(job: string, events: readonly JobEvent[]): Promise<void> {
  const ids = new Map(events.map(event => [event.id, randomUUID()]))
  // The walk stands at one moment; here that moment is now, because nothing is dated before its job.
  const happenedAt = new Date().toISOString()
  for (let i = 0; i < events.length;) {
    const { actor } = events[i]!
    let end = i
    while (end < events.length && end - i < BATCH && events[end]!.actor.id === actor.id) end++
    const drafts = events
      .slice(i, end)
      .map(event => ({
        id: ids.get(event.id)!,
        type: event.type,
        happenedAt,
        body: event.type === 'undone' ? { event: ids.get(event.body.event)! } : event.body,
      })) as EventDraft[]
    const { results } = await appendEvents(db, actor.id === 'person-lead' ? lead : technician, { jobId: job, device: randomUUID(), drafts })
    const refused = results.find(result => result.outcome === 'refused')
    if (refused) throw new Error(JSON.stringify(refused))
    i = end
  }
}

const long = await startJob(db, technician, {
  tag: await unitLike('SPEED-LONG', 'split-casing-lift-pump'),
  reason: 'speed, long',
  device: randomUUID(),
})
const [pump] = await db.select().from(sheetTable).where(eq(sheetTable.key, 'split-casing-lift-pump'))
const document = sheetForJob((await shelfOf(db, pump!.id, [])).opened)
const log = longLog(document)
await write(long.id, log)
const opening = {
  id: 'opening',
  type: 'job-opened',
  body: { reason: 'speed' },
  actor: { id: 'person-a', name: 'A' },
  happenedAt: log[0]!.happenedAt,
} as JobEvent
const folds = Array.from({ length: ROUNDS }, () => {
  const started = performance.now()
  foldJob(document, [opening, ...log.slice(0, EVENTS)])
  return performance.now() - started
})

const numbers = Array.from({ length: STAGES }, (_, i) => i + 1)
const down = numbers.flatMap((n): SmallStep[] => [
  { key: `casing-off-${n}`, limb: 'off', rung: `casing-${n}`, removes: { [`casing-${n}`]: 1 }, after: n > 1 ? [`wheel-off-${n - 1}`] : [] },
  { key: `wheel-off-${n}`, limb: 'off', rung: `wheel-${n}`, removes: { [`wheel-${n}`]: 1 }, after: [`casing-off-${n}`] },
])
const up = numbers.toReversed().flatMap((n): SmallStep[] => [
  {
    key: `wheel-on-${n}`,
    limb: 'on',
    rung: `wheel-${n}`,
    refits: { [`wheel-${n}`]: 1 },
    after: [n === STAGES ? `wheel-off-${n}` : `casing-on-${n + 1}`],
  },
  { key: `casing-on-${n}`, limb: 'on', rung: `casing-${n}`, refits: { [`casing-${n}`]: 1 }, after: [`wheel-on-${n}`] },
])
const tallSheet: Sheet = {
  ...smallSheet(
    Object.fromEntries(
      numbers.flatMap(n => [
        [`casing-${n}`, 1],
        [`wheel-${n}`, 1],
      ]),
    ),
    [...down, ...up],
  ),
  key: 'speed-tall',
}
await db.insert(sheetTable)
  .values({ key: tallSheet.key, revision: 1, title: tallSheet.title, document: tallSheet, sha256: hashOfDocument(tallSheet) })
const tall = await startJob(db, technician, {
  tag: await unitLike('SPEED-TALL', tallSheet.key),
  reason: 'speed, tall',
  device: randomUUID(),
})

console.log(JSON.stringify({ fold: folds.sort((a, b) => a - b)[Math.floor(ROUNDS / 2)], long: long.id, tall: tall.id }))
await closeConnection()
