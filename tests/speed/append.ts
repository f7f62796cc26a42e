import { randomUUID } from 'node:crypto'
import { performance } from 'node:perf_hooks'
import { asc, eq } from 'drizzle-orm'
import { closeConnection, database } from '../../server/db/client'
import { person, unit } from '../../server/db/schema'
import { appendEvents } from '../../server/services/append-events'
import { startJob } from '../../server/services/start-job'
import { draft } from '../api/client'

/** Events a second through the append service, one event a call, each of 8 clients on a job of its own. Prints one number. */
const CLIENTS = 8
const SECONDS = Number(process.argv[2] ?? 8)

const db = database()
const [okafor] = await db.select().from(person).where(eq(person.login, 'okafor'))
const who = { id: okafor!.id, login: okafor!.login, name: okafor!.name, role: okafor!.role, sites: null }
const free = await db.select().from(unit).where(eq(unit.sheetKey, 'split-casing-lift-pump')).orderBy(asc(unit.tag))
// Units for the speed table only; the database is thrown away afterwards.
const tags = await Promise.all(Array.from({ length: CLIENTS }, async (_, i) => {
  const tag = `SPEED-${i}`
  await db.insert(unit).values({ ...free[0]!, id: randomUUID(), tag }).onConflictDoNothing()
  return tag
}))
const jobs = await Promise.all(tags.map(tag => startJob(db, who, { tag, reason: 'speed', device: randomUUID() })))

const WARM_UP_SECONDS = 2

let events = 0
// A server that has just been started is not what we ask about.
const started = performance.now() + WARM_UP_SECONDS * 1000
const until = started + SECONDS * 1000
await Promise.all(jobs.map(async ({ id }) => {
  const device = randomUUID()
  while (performance.now() < until) {
    const { results } = await appendEvents(db, who, {
      jobId: id,
      device,
      drafts: [draft('note-added', { text: 'Looked at, nothing to say.' })],
    })
    if (results[0]?.outcome !== 'recorded') throw new Error(JSON.stringify(results))
    if (performance.now() >= started) events += 1
  }
}))
console.log(Math.round(events / ((performance.now() - started) / 1000)))
await closeConnection()
