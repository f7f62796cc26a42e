import { and, desc, eq, exists, inArray, ne, sql } from 'drizzle-orm'
import { bendInWords, bendName, type EventBodies, type SheetDocument, type UnitBends } from '#core'
import type { OutlookRow } from '#shared/wire/fleet'
import type { JobRow, Person, SisterJob, TimerRow, UnitAnswer, UnitRow } from '#shared/wire/types'
import type { Database } from '../db/client'
import { job, jobEvent, reading, sheetDraft, site, unit, unitOutlook } from '../db/schema'
import { bendsOfUnit } from './bend-reach'
import { Problem } from './problem'
import { requireReach, unitsWithin } from './reach'
import { newestReleased } from './sheets'
import { unitHistory } from './unit-history'

/** A unit within the reach of a person. */
export async function requireUnit(db: Pick<Database, 'select'>, person: Person, tag: string) {
  const [found] = await db
    .select({ unit, siteName: site.name, timeZone: site.timeZone })
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
  const [rows, history, [outlook = null]] = await Promise.all([
    db.select({ row: reading, body: jobEvent.body }).from(reading).innerJoin(jobEvent, eq(jobEvent.id, reading.eventId))
      .where(eq(reading.unitId, found.unit.id)).orderBy(desc(reading.takenAt)),
    unitHistory(db, found.unit.id),
    db.select().from(unitOutlook).where(eq(unitOutlook.unitId, found.unit.id)),
  ])
  const numbers = new Map(jobs.map(row => [row.id, row.number]))
  const { openJob: _open, ...row } = toUnitRow(found.unit, null, outlook)
  const { nextDue, intervalHours, regulationDue, version } = found.unit
  return {
    unit: {
      ...row,
      siteName: found.siteName,
      timeZone: found.timeZone,
      make: found.unit.make,
      nextDue, intervalHours, regulationDue, version, history,
      nameplate: found.unit.nameplate,
      options: found.unit.options,
      bends: plan && bends ? figuresOf(plan.document, bends) : [],
      sheet: plan ? { key: plan.key, title: plan.title, revision: plan.revision, sha256: plan.sha256 } : null,
      draft: draft ? { id: draft.id, at: draft.at.toISOString() } : null,
    },
    jobs: jobs.map(toJobRow),
    readings: rows.map(({ row: r, body }) => {
      return {
        jobNumber: numbers.get(r.jobId)!,
        position: r.position,
        positionName: r.name,
        stage: r.stage,
        quantity: r.quantity,
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

type Outlook = typeof unitOutlook.$inferSelect

export function toUnitRow(u: typeof unit.$inferSelect, open: typeof job.$inferSelect | null, outlook: Outlook | null): UnitRow {
  return {
    tag: u.tag,
    name: u.name,
    family: u.family,
    site: u.siteKey,
    runningHours: u.runningHours,
    isCritical: u.isCritical,
    isRetired: u.retiredAt !== null,
    outlook: outlook && outlookOf(outlook),
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

const outlookOf = ({ unitId: _unitId, day: _day, dues: _dues, ...outlook }: Outlook): OutlookRow => outlook

/** A job as lists show it. */
export function toJobRow(row: typeof job.$inferSelect): JobRow {
  return {
    id: row.id, number: row.number, reason: row.reason, status: row.status, stepsDone: row.stepsDone, stepsTotal: row.stepsTotal,
    currentStep: row.currentStep, timer: timerOf(row), openedAt: row.openedAt.toISOString(), closedAt: row.closedAt?.toISOString() ?? null,
  }
}

const timerOf = ({ timerName, timerEndsAt }: typeof job.$inferSelect): TimerRow | null =>
  timerName && timerEndsAt ? { name: timerName, endsAt: timerEndsAt.toISOString() } : null
