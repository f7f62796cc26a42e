import { readFileSync, readdirSync } from 'node:fs'
import { randomUUID } from 'node:crypto'
import { sql } from 'drizzle-orm'
import { closeBlockers, type Sheet } from '#core'
import type { Person } from '#shared/wire/types'
import { closeConnection, database, type Database } from '../server/db/client'
import { person, site, unit } from '../server/db/schema'
import { appendEvents } from '../server/services/append-events'
import { loadLiveJob } from '../server/services/live-job'
import { releaseSheet } from '../server/services/sheets'
import { hashPassword } from '../server/services/sign-in'
import { startJob } from '../server/services/start-job'
import { DEMO_JOBS, liftPumpTruth, type DemoJob } from './jobs'
import { DEMO_PASSWORD, DEMO_PEOPLE } from './people'
import { DEMO_SITES, DEMO_UNITS } from './units'
import { deedsForNextStep } from './walk'

const DAY_MS = 86_400_000
const FIRST_JOB_NUMBER = 214

/** Fills an empty database with Merrow Sound; leaves any other alone. Jobs go through the same services as real ones. */
export async function seedDemo(db: Database, now = new Date()): Promise<boolean> {
  const [filled] = await db.select({ key: site.key }).from(site).limit(1)
  if (filled) return false

  await db.insert(site).values(DEMO_SITES.map((row, place) => ({ ...row, place })))
  const passwordHash = await hashPassword(DEMO_PASSWORD)
  const people = await db.insert(person).values(DEMO_PEOPLE.map(row => ({ ...row, sites: row.sites ?? null, passwordHash }))).returning()
  await db.insert(unit).values(DEMO_UNITS.map(row => ({
    tag: row.tag, siteKey: row.site, name: row.name, family: row.family, make: row.make, nameplate: row.plate ?? {}, sheetKey: row.sheet ?? null,
    runningHours: row.hours, nextDue: row.dueInDays === null ? null : new Date(now.getTime() + row.dueInDays * DAY_MS).toISOString().slice(0, 10),
  })))
  const folder = new URL('./sheets/', import.meta.url)
  for (const file of readdirSync(folder).filter(name => name.endsWith('.json'))) {
    await releaseSheet(db, JSON.parse(readFileSync(new URL(file, folder), 'utf8')) as Sheet)
  }
  await db.execute(sql`alter sequence job_number_seq restart with ${sql.raw(String(FIRST_JOB_NUMBER))}`)
  const byLogin = new Map(people.map(row => [row.login, row as Person & { login: string }]))
  for (const [i, demoJob] of DEMO_JOBS.entries()) await playJob(db, demoJob, byLogin, now, i)
  return true
}

async function playJob(db: Database, demoJob: DemoJob, people: ReadonlyMap<string, Person>, now: Date, index: number): Promise<void> {
  const technician = people.get(demoJob.technician)!
  const lead = people.get(demoJob.lead)!
  const device = randomUUID()
  const openedAt = now.getTime() - demoJob.openedDaysAgo * DAY_MS - 4 * 3_600_000
  const { id: jobId } = await startJob(db, technician, { tag: demoJob.tag, reason: demoJob.reason, device, happenedAt: new Date(openedAt) })
  const truth = liftPumpTruth(demoJob, noiseFrom(index + 1))
  let live = await loadLiveJob(db, technician, jobId, { fresh: true })
  const total = demoJob.steps ?? live.sheet.steps.length
  // Work ends before the day of seeding does: a long job is told in longer strides.
  const strideMs = Math.min(18 * 60_000, (now.getTime() - openedAt) / (total + 2))
  for (let done = 0; done < total; done++) {
    const at = new Date(openedAt + (done + 1) * strideMs)
    for (const { draft, byLead } of deedsForNextStep(live.sheet, live.state, truth, at)) {
      const { results } = await appendEvents(db, byLead ? lead : technician, { jobId, device, drafts: [draft] })
      if (results[0]?.outcome === 'refused') throw new Error(`The demonstration stumbles at ${demoJob.tag}: ${results[0].message}`)
    }
    live = await loadLiveJob(db, technician, jobId, { fresh: false })
  }
  if (demoJob.steps !== undefined) return
  const [blocker] = closeBlockers(live.sheet, live.state)
  if (blocker) throw new Error(`The demonstration cannot close ${demoJob.tag}: ${blocker.message}`)
  await appendEvents(db, lead, { jobId, device, drafts: [{ id: randomUUID(), type: 'job-closed', happenedAt: new Date(openedAt + (total + 1) * strideMs).toISOString(), body: {} }] })
}

/** The same believable scatter at every seeding (mulberry32). */
function noiseFrom(seed: number): () => number {
  let state = seed * 0x9E3779B9
  return () => {
    state = (state + 0x6D2B79F5) | 0
    let t = Math.imul(state ^ (state >>> 15), 1 | state)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 2_147_483_648 - 1
  }
}

if (process.argv[1] === import.meta.filename) {
  const seeded = await seedDemo(database())
  console.log(seeded ? 'The Merrow Sound demonstration is in the database.' : 'The database holds data already; nothing was added.')
  await closeConnection()
}
