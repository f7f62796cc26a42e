import { readFileSync, readdirSync } from 'node:fs'
import { createHash, randomUUID } from 'node:crypto'
import { rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { sql } from 'drizzle-orm'
import {
  accountOf,
  bagDeeds,
  closeBlockers,
  nextDeed,
  nextSteps,
  randomFrom,
  runningWait,
  sheetNow,
  type Deed,
  type EventBodies,
  type EventType,
  type JobState,
  type Part,
  type Sheet,
} from '#core'
import { may } from '#shared/rights'
import type { Person } from '#shared/wire/types'
import { closeConnection, database, type Database } from '../server/db/client'
import { bay, calibration, instrument, person, runningHours, site, unit } from '../server/db/schema'
import { appendEvents } from '../server/services/append-events'
import { loadLiveJob, type LiveJob } from '../server/services/live-job'
import { orderOutside } from '../server/services/outside'
import { releaseSheet } from '../server/services/sheets'
import { photoStore } from '../server/services/photo-store'
import { keepPhoto } from '../server/services/photos'
import { hashSecret } from '../server/services/secrets'
import { startJob } from '../server/services/start-job'
import { closePools } from '../server/work/pools'
import { calibrationsOf, DEMO_INSTRUMENTS } from './instruments'
import { CRITICAL, EARLIER_JOBS, INTERVAL_HOURS, meterReadings, REGULATION_DAYS } from './history'
import { DEMO_JOBS, truthOf, type DemoJob } from './jobs'
import { DEMO_PASSWORD, DEMO_PEOPLE, DEMO_PIN } from './people'
import { drawPhoto } from './photo'
import { seedStores } from './stores'
import { DEMO_SITES, DEMO_UNITS } from './units'

const DAY_MS = 86_400_000
const FIRST_JOB_NUMBER = 214
const MOST_DEEDS_A_STEP = 200

const dayAfter = (now: Date, days: number) => new Date(now.getTime() + days * DAY_MS).toISOString().slice(0, 10)

/** Fills an empty database with Merrow Sound; leaves any other alone. Jobs go through the same services as real ones. */
export async function seedDemo(db: Database, now = new Date()): Promise<boolean> {
  const [filled] = await db.select({ key: site.key }).from(site).limit(1)
  if (filled) return false

  await db.insert(site).values(DEMO_SITES.map(({ key, name }, place) => ({ key, name, place, timeZone: 'Europe/London' })))
  await db.insert(bay).values(DEMO_SITES.flatMap(({ key, bays }) => bays.map((name, place) => ({ siteKey: key, name, place }))))
  const [passwordHash, pinHash] = await Promise.all([hashSecret(DEMO_PASSWORD), hashSecret(DEMO_PIN)])
  const people = await db
    .insert(person)
    .values(
      DEMO_PEOPLE.map(row => ({
        ...row,
        sites: row.sites ?? null,
        passwordHash,
        demo: true,
        pinHash: may(row.role, 'job:work') ? pinHash : null,
      })),
    )
    .returning()
  await db
    .insert(unit)
    .values(
      DEMO_UNITS.map(row => ({
        tag: row.tag,
        siteKey: row.site,
        name: row.name,
        family: row.family,
        make: row.make,
        nameplate: row.plate ?? {},
        options: row.options ?? {},
        sheetKey: row.sheet ?? null,
        runningHours: row.hours,
        nextDue: row.dueInDays === null ? null : dayAfter(now, row.dueInDays),
        intervalHours: INTERVAL_HOURS[row.tag] ?? null,
        regulationDue: REGULATION_DAYS[row.tag] === undefined ? null : dayAfter(now, REGULATION_DAYS[row.tag]!),
        isCritical: CRITICAL.has(row.tag),
      })),
    )
  await db
    .insert(instrument)
    .values(DEMO_INSTRUMENTS.map(({ calibrationDays, ...row }) => ({ ...row, calibratedUntil: dayAfter(now, calibrationDays) })))
  await db.insert(calibration).values(DEMO_INSTRUMENTS.flatMap(calibrationsOf).map(({ dayOffset, untilOffset, ...row }) =>
    ({ ...row, day: dayAfter(now, dayOffset), until: dayAfter(now, untilOffset) })))
  const folder = new URL('./sheets/', import.meta.url)
  for (const file of readdirSync(folder).filter(name => name.endsWith('.json'))) {
    await releaseSheet(db, JSON.parse(readFileSync(new URL(file, folder), 'utf8')) as Sheet)
  }
  await db.execute(sql`alter sequence job_number_seq restart with ${sql.raw(String(FIRST_JOB_NUMBER))}`)
  const byLogin = new Map(people.map(row => [row.login, row as Person & { login: string }]))
  const ids = new Map((await db.select({ id: unit.id, tag: unit.tag }).from(unit)).map(row => [row.tag, row.id]))
  const planner = byLogin.get('osei')!
  await db.insert(runningHours).values(DEMO_UNITS.flatMap(one => meterReadings(one, now).map(read =>
    ({ unitId: ids.get(one.tag)!, source: 'typed', enteredBy: planner.id, enteredAt: read.at, ...read }))))
  const earlier = EARLIER_JOBS.map(([tag, reason, openedDaysAgo, technician, lead, wear, replaced]): DemoJob =>
    ({ tag, reason, openedDaysAgo, technician, lead, wear, replaced }))
  // Numbers are given in the order in which the jobs were opened.
  for (const [i, demoJob] of [...DEMO_JOBS, ...earlier].toSorted((a, b) => b.openedDaysAgo - a.openedDaysAgo).entries())
    await playJob(db, demoJob, byLogin, now, i)
  await seedStores(db, byLogin, now)
  return true
}

/** Brings a picture in as a tablet does. */
async function keepDrawn(db: Database, person: Person, of: { job: string, photo: string, device: string }, bytes: Buffer): Promise<void> {
  const path = join(tmpdir(), `needler-demo-${of.photo}`)
  await writeFile(path, bytes)
  try {
    await keepPhoto(db, photoStore(), person, of, { path, size: bytes.length, sha256: createHash('sha256').update(bytes).digest('hex') })
  } finally {
    await rm(path, { force: true })
  }
}

/** Work is done on the day shift, local time. */
const [SHIFT_BEGINS, SHIFT_ENDS] = [7, 17]

/** The same time where somebody works then, or else the beginning of the next shift. */
function inShift(ms: number): number {
  const time = new Date(ms)
  if (time.getHours() >= SHIFT_BEGINS && time.getHours() < SHIFT_ENDS) return ms
  if (time.getHours() >= SHIFT_ENDS) time.setDate(time.getDate() + 1)
  return time.setHours(SHIFT_BEGINS, 12, 0, 0)
}

/** Parts that have a number of their own on them. */
const NUMBERED: ReadonlySet<Part['kind']> = new Set(['bearing', 'seal'])

/** A new bearing or seal with its number. */
function withSerial({ sheet, number }: LiveJob, draft: Deed['draft']): Deed['draft'] {
  if (draft.type !== 'part-disposed') return draft
  const body = draft.body as EventBodies['part-disposed']
  const place = sheet.parts.findIndex(({ key, kind }) => key === body.part && NUMBERED.has(kind))
  return body.disposition === 'replace' && place >= 0 ? { ...draft, body: { ...body, serial: `S${number}-${place}` } } : draft
}

async function playJob(db: Database, demoJob: DemoJob, people: ReadonlyMap<string, Person>, now: Date, index: number): Promise<void> {
  const technician = people.get(demoJob.technician)!
  const lead = people.get(demoJob.lead)!
  const device = randomUUID()
  const { tag, reason, depth, target } = demoJob
  const longAgo = now.getTime() - demoJob.openedDaysAgo * DAY_MS - 4 * 3_600_000
  const openedAt = demoJob.openedDaysAgo > 0 ? inShift(longAgo - DAY_MS / 2) : longAgo
  const { id: jobId } = await startJob(db, technician, { tag, reason, depth, target, device, happenedAt: new Date(openedAt) })
  let live = await loadLiveJob(db, technician, jobId, { fresh: true })
  // The same believable scatter at every seeding.
  const random = randomFrom(index + 1)
  const noise = () => random() * 2 - 1
  const truth = truthOf(live.sheet, demoJob, noise)
  const stepsLeft = (state: JobState) => sheetNow(live.sheet, state).steps.length - Object.keys(state.done).length
  // Work ends before the day of seeding does: a long job is told in longer strides.
  const strideMs = demoJob.tickedMinutesAgo !== undefined
    ? (now.getTime() - demoJob.tickedMinutesAgo * 60_000 - openedAt) / demoJob.steps!
    : Math.min(18 * 60_000, (now.getTime() - openedAt) / (stepsLeft(live.state) + 2))
  let clock = openedAt

  const deed = async ({ draft: plain, byLead }: Deed) => {
    const draft = withSerial(live, plain)
    const { results } = await appendEvents(db, byLead ? lead : technician, { jobId, device, drafts: [draft] })
    if (results[0]?.outcome === 'refused') throw new Error(`The demonstration stumbles at ${tag}: ${results[0].message}`)
    if (draft.type === 'photo-added')
      await keepDrawn(
        db,
        byLead ? lead : technician,
        { job: jobId, photo: (draft.body as { photo: string }).photo, device },
        await drawPhoto(live.sheet.title),
      )
    live = await loadLiveJob(db, technician, jobId, { fresh: false })
  }
  while (stepsLeft(live.state) > 0 && Object.keys(live.state.done).length < (demoJob.steps ?? Infinity)) {
    const step = nextSteps(live.sheet, live.state)[0]!
    // What began a moment ago is told in one go, whatever the hour of the seeding.
    const next = inShift(clock + strideMs)
    const mustFit = (stepsLeft(live.state) + 2) * strideMs
    clock = next + mustFit < now.getTime() ? next : clock + strideMs
    const wait = runningWait(live.sheet, live.state, step, new Date(clock).toISOString())
    // A wait that would end in the future is cut short with a reason; any other is sat out.
    const endsAt = wait ? Date.parse(wait.endsAt) : now.getTime()
    if (endsAt < now.getTime()) clock = inShift(endsAt) < now.getTime() ? inShift(endsAt) : endsAt
    for (let deeds = 0; !live.state.done[step.key]; deeds++) {
      if (deeds > MOST_DEEDS_A_STEP) throw new Error(`The demonstration goes round in circles at ${tag}, ${step.key}.`)
      await deed(nextDeed(live.sheet, live.state, step, truth, { at: new Date(clock), newId: randomUUID }))
    }
    for (const one of bagDeeds(live.sheet, live.state, step, { at: new Date(clock), newId: randomUUID })) await deed(one)
  }
  const told = (type: EventType, body: object): Deed =>
    ({ draft: { id: randomUUID(), type, body, happenedAt: new Date(clock + strideMs / 4).toISOString() } as Deed['draft'], byLead: false })
  const { outside, conceded, again } = demoJob
  if (outside) {
    const { part: { key }, loose, washing, bagged } = accountOf(live.sheet, live.state).find(({ part }) => part.key === outside.part)!
    const [place] = [{ tag: 'loose', count: loose }, { tag: 'washing', count: washing }, ...bagged].filter(({ count }) => count > 0)
    await deed(told('part-moved', { part: key, count: place!.count, from: place!.tag, to: 'outside' }))
    if (outside.order) {
      const { inDays, ...order } = outside.order
      await orderOutside(db, people.get('osei')!, { id: jobId, part: key }, { ...order, promised: dayAfter(now, inDays), version: 0 })
    }
  }
  if (again) {
    const { inDays, ...seen } = again
    await deed(told('finding-noted', { ...seen, severity: 2, lookAgain: dayAfter(now, inDays) }))
  }
  if (conceded) {
    const { part, position, inDays, use } = conceded
    const reading = live.state.readings.findLast(one => one.position === position)!.event
    const { draft } = told('concession-granted', { part, position, reading, until: { day: dayAfter(now, inDays) }, use })
    const { results: [granted] } = await appendEvents(db, people.get('holm')!, { jobId, device, drafts: [draft] })
    if (granted?.outcome !== 'recorded') throw new Error(`The demonstration lets nothing run on at ${tag}: ${JSON.stringify(granted)}`)
    live = await loadLiveJob(db, technician, jobId, { fresh: false })
  }
  if (demoJob.steps !== undefined) return
  const [blocker] = closeBlockers(live.sheet, live.state)
  if (blocker) throw new Error(`The demonstration cannot close ${tag}: ${blocker.message}`)
  await deed({
    draft: { id: randomUUID(), type: 'job-closed', happenedAt: new Date(clock + strideMs / 2).toISOString(), body: {} },
    byLead: true,
  })
}

if (process.argv[1] === import.meta.filename) {
  const seeded = await seedDemo(database())
  console.log(seeded ? 'The Merrow Sound demonstration is in the database.' : 'The database holds data already; nothing was added.')
  await Promise.all([closeConnection(), closePools()])
}
