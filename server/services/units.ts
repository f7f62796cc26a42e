import { and, asc, count, desc, eq, exists, ilike, inArray, isNotNull, ne, or, sql, type SQL } from 'drizzle-orm'
import { bendInWords, bendName, positionOf, upgradeSheet, type EventBodies, type SheetDocument, type UnitBends } from '#core'
import type { JobRow, Person, SisterJob, TimerRow, UnitAnswer, UnitRow, YardAnswer } from '#shared/wire/types'
import type { Database } from '../db/client'
import { job, jobEvent, reading, sheetDraft, site, unit } from '../db/schema'
import { bendsOfUnit } from './bend-reach'
import { loadLiveJob } from './live-job'
import { Problem } from './problem'
import { requireReach, unitsWithin } from './reach'
import { newestReleased } from './sheets'

export interface YardQuery {
  search?: string | undefined
  site?: string | undefined
  show?: 'all' | 'open' | 'due'
  limit: number
  offset: number
}

/** Sites and the units that match, those with an open job first, then by tag. */
export async function readYard(db: Database, person: Person, query: YardQuery): Promise<YardAnswer> {
  const within = unitsWithin(person)
  const openJob = and(eq(job.unitId, unit.id), eq(job.status, 'open'))
  const where = and(within, ...conditions(query))
  const [sites, units, [total]] = await Promise.all([
    db.select({ key: site.key, name: site.name, units: count(unit.id), openJobs: count(job.id) })
      .from(site).innerJoin(unit, eq(unit.siteKey, site.key)).leftJoin(job, openJob)
      .where(within).groupBy(site.key).orderBy(site.place),
    db.select({ unit, job }).from(unit).leftJoin(job, openJob).where(where)
      .orderBy(sql`${job.id} is null`, asc(unit.tag)).limit(query.limit).offset(query.offset),
    db.select({ n: count() }).from(unit).leftJoin(job, openJob).where(where),
  ])
  return { sites, units: units.map(({ unit, job }) => toUnitRow(unit, job)), total: total!.n }
}

function conditions({ search, site, show }: YardQuery): (SQL | undefined)[] {
  const words = search?.trim().split(/\s+/).filter(Boolean) ?? []
  const like = (word: string) => `%${word.replaceAll(/[\\%_]/g, '\\$&')}%`
  return [
    ...words.map(word =>
      or(ilike(unit.tag, like(word)), ilike(unit.name, like(word)), ilike(unit.family, like(word)), ilike(unit.make, like(word))),
    ),
    site ? eq(unit.siteKey, site) : undefined,
    show === 'open' ? isNotNull(job.id) : undefined,
    show === 'due' ? sql`${unit.nextDue} <= current_date + 60` : undefined,
  ]
}

/** A unit within the reach of a person. */
export async function requireUnit(db: Pick<Database, 'select'>, person: Person, tag: string) {
  const [found] = await db
    .select({ unit, siteName: site.name })
    .from(unit)
    .innerJoin(site, eq(site.key, unit.siteKey))
    .where(eq(unit.tag, tag))
  if (!found) throw new Problem(404, 'unit.unknown', `There is no unit ${tag}.`)
  requireReach(person, found.unit.siteKey, `Unit ${tag}`)
  return found
}

/** One unit with its overhauls, newest first, and the readings that stand. */
export async function readUnit(db: Database, person: Person, tag: string): Promise<UnitAnswer> {
  const found = await requireUnit(db, person, tag)
  const plan = found.unit.sheetKey ? await newestReleased(db, found.unit.sheetKey) : undefined
  const bends = await bendsOfUnit(db, found.unit.id)
  const [draft] = await db.select({ id: sheetDraft.id, at: sheetDraft.at }).from(sheetDraft).innerJoin(job, eq(job.id, sheetDraft.jobId))
    .where(and(eq(job.unitId, found.unit.id), inArray(sheetDraft.status, ['open', 'ready']))).orderBy(desc(sheetDraft.at)).limit(1)
  const jobs = await db.select().from(job).where(eq(job.unitId, found.unit.id)).orderBy(desc(job.openedAt))
  const [rows, sheets] = jobs.length
    ? await Promise.all([
        db.select({ row: reading, body: jobEvent.body }).from(reading)
          .innerJoin(jobEvent, eq(jobEvent.id, reading.eventId))
          .where(inArray(reading.jobId, jobs.map(row => row.id))).orderBy(desc(reading.takenAt)),
        // With what was written into them at the bench.
        Promise.all(jobs.map(async row => (await loadLiveJob(db, person, row.id, { fresh: false })).sheet)),
      ])
    : [[], []]
  const byJob = new Map(jobs.map((row, i) => [row.id, { number: row.number, sheet: sheets[i]! }]))
  const { openJob: _open, ...row } = toUnitRow(found.unit, null)
  return {
    unit: {
      ...row,
      siteName: found.siteName,
      make: found.unit.make,
      nameplate: found.unit.nameplate,
      options: found.unit.options,
      bends: plan && bends ? figuresOf(upgradeSheet(plan.document), bends) : [],
      sheet: plan ? { key: plan.key, title: plan.title, revision: plan.revision, sha256: plan.sha256 } : null,
      draft: draft ? { id: draft.id, at: draft.at.toISOString() } : null,
    },
    jobs: jobs.map(toJobRow),
    readings: rows.map(({ row: r, body }) => {
      const { number, sheet: jobSheet } = byJob.get(r.jobId)!
      const position = positionOf(jobSheet, r.position)
      return {
        jobNumber: number,
        position: r.position,
        positionName: position.name,
        stage: r.stage,
        quantity: position.quantity,
        value: r.value,
        values: (body as EventBodies['reading-taken']).values,
        verdict: r.verdict,
        takenAt: r.takenAt.toISOString(),
      }
    }),
  }
}

/** So many overhauls of sister machines are offered for a comparison. */
const MOST_SISTERS = 40

/** Overhauls of other machines of the same sheet that have findings, within the reach of a person, the newest first. */
export async function readSisters(db: Database, person: Person, tag: string): Promise<SisterJob[]> {
  const { unit: own } = await requireUnit(db, person, tag)
  if (!own.sheetKey) return []
  const hasFindings = db.select({ one: sql`1` }).from(jobEvent).where(and(eq(jobEvent.jobId, job.id), eq(jobEvent.type, 'finding-noted')))
  const rows = await db.select({ id: job.id, number: job.number, tag: unit.tag, openedAt: job.openedAt, reason: job.reason })
    .from(job).innerJoin(unit, eq(unit.id, job.unitId))
    .where(and(eq(unit.sheetKey, own.sheetKey), ne(unit.id, own.id), unitsWithin(person),
      exists(hasFindings)))
    .orderBy(desc(job.openedAt)).limit(MOST_SISTERS)
  return rows.map(row => ({ ...row, openedAt: row.openedAt.toISOString() }))
}

/** Figures of a unit in the words of its sheet. */
const figuresOf = (document: SheetDocument, bends: UnitBends): UnitAnswer['unit']['bends'] =>
  bends.list.map(({ bend, ...told }) => ({ name: bendName(document, bend), says: bendInWords(document, bend), ...told }))

function toUnitRow(u: typeof unit.$inferSelect, open: typeof job.$inferSelect | null): UnitRow {
  return {
    tag: u.tag,
    name: u.name,
    family: u.family,
    site: u.siteKey,
    runningHours: u.runningHours,
    nextDue: u.nextDue,
    hasSheet: u.sheetKey !== null,
    openJob: open && {
      id: open.id,
      number: open.number,
      stepsDone: open.stepsDone,
      stepsTotal: open.stepsTotal,
      currentStep: open.currentStep,
      timer: timerOf(open),
    },
  }
}

/** A job as lists show it. */
export function toJobRow(row: typeof job.$inferSelect): JobRow {
  return {
    id: row.id, number: row.number, reason: row.reason, status: row.status, stepsDone: row.stepsDone, stepsTotal: row.stepsTotal,
    currentStep: row.currentStep, timer: timerOf(row), openedAt: row.openedAt.toISOString(), closedAt: row.closedAt?.toISOString() ?? null,
  }
}

const timerOf = ({ timerName, timerEndsAt }: typeof job.$inferSelect): TimerRow | null =>
  timerName && timerEndsAt ? { name: timerName, endsAt: timerEndsAt.toISOString() } : null
