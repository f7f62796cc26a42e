import { and, desc, eq, inArray, or, sql } from 'drizzle-orm'
import { causeName, groupBy, stillOpen, type PartTold } from '#core'
import type { OpenPart, PartIn, UnitParts } from '#shared/wire/fleet'
import type { Person } from '#shared/wire/types'
import type { Database } from '../db/client'
import { job, jobEvent, partNews } from '../db/schema'
import { hoursOfUnits } from './meters'
import { pieceRuns } from './piece-runs'
import { requireUnit } from './units'

/* What the logs tell of the parts of machines: what is open on them, which are in, and what people held for the cause. */

type Row = typeof partNews.$inferSelect
export type Told = PartTold & { row: Row }

const RENEWS: ReadonlySet<string | null> = new Set(['replace', 'repair', 'scrap'])
const toTold = ({ row, job }: { row: Row, job: number }): Told => ({
  row, job, part: row.part, at: row.at.toISOString(), what: row.what as Told['what'],
  isRenewal: row.what === 'word' && RENEWS.has(row.disposition),
  severity: row.severity, untilDay: row.untilDay, positionName: row.positionName,
})

/** What is open on the parts of units. */
export async function openOn(db: Database, unitIds: readonly string[]): Promise<Map<string, Told[]>> {
  if (unitIds.length === 0) return new Map()
  const rows = await db.select({ row: partNews, job: job.number }).from(partNews).innerJoin(job, eq(job.id, partNews.jobId))
    .where(and(inArray(partNews.unitId, [...unitIds]), inArray(partNews.what, ['word', 'finding', 'concession'])))
  return new Map([...groupBy(rows, ({ row }) => row.unitId)].map(([id, own]) => [id, stillOpen(own.map(toTold))]))
}

const toOpen = ({ row, job }: Told): OpenPart => ({
  job, part: row.name, what: row.what as OpenPart['what'], said: row.said, severity: row.severity, by: row.by, at: row.at.toISOString(),
  positionName: row.positionName, quantity: row.quantity, value: row.value, untilDay: row.untilDay, untilHours: row.untilHours,
})

/** The parts of one unit: what is open on them, what new ones are in, and the causes of its overhauls. */
export async function readParts(db: Database, person: Person, tag: string): Promise<UnitParts> {
  const { unit: found } = await requireUnit(db, person, tag)
  const renewed = or(and(eq(partNews.what, 'word'), inArray(partNews.disposition, ['replace', 'repair'])), eq(partNews.what, 'fitted'))
  const [open, news, outside, causes] = await Promise.all([
    openOn(db, [found.id]),
    db.select({ row: partNews, job: job.number }).from(partNews).innerJoin(job, eq(job.id, partNews.jobId))
      .where(and(eq(partNews.unitId, found.id), renewed)).orderBy(desc(partNews.at)),
    db.select({ row: partNews, job: job.number }).from(partNews).innerJoin(job, eq(job.id, partNews.jobId))
      .where(and(eq(partNews.unitId, found.id), eq(partNews.what, 'outside'))).orderBy(desc(partNews.at)),
    causesOf(db, found.id),
  ])
  const newest = [...new Map([...news].reverse().map(one => [one.row.part, one])).values()].reverse()
    // What has a number is asked for; gaskets are many.
    .sort((a, b) => Number(a.row.serial === null) - Number(b.row.serial === null))
  const hoursOf = await hoursOfUnits(db, [found.id])
  const runs = await pieceRuns(db, person, newest.flatMap(({ row }) => row.serial ?? []))
  const before = (row: Row) => runs.filter(run => run.event !== row.eventId && run.serial === row.serial && run.sheetKey === row.sheetKey
    && run.part === row.part).map(({ unit, hours, read }) => ({ unit, hours, read }))
  const { at: hoursAt, now } = hoursOf.get(found.id)!
  return {
    open: (open.get(found.id) ?? []).map(toOpen),
    parts: newest.map(({ row, job }): PartIn => {
      const then = hoursAt(row.at.toISOString())
      return {
        part: row.name, job, at: row.at.toISOString(), isNew: row.disposition !== 'repair', lot: row.lot, serial: row.serial,
        hours: then === null ? null : Math.max(0, now - then), before: before(row),
      }
    }),
    outside: outside.map(({ row, job }) => ({ part: row.name, count: row.count ?? 0, job, at: row.at.toISOString() })),
    causes,
  }
}

/** What people held for the cause at the end of each overhaul, the newest first. */
async function causesOf(db: Database, unitId: string): Promise<UnitParts['causes']> {
  const taken = db.select({ id: sql<string>`${jobEvent.body} ->> 'event'` }).from(jobEvent).innerJoin(job, eq(job.id, jobEvent.jobId))
    .where(and(eq(job.unitId, unitId), eq(jobEvent.type, 'undone')))
  const columns = { number: job.number, body: jobEvent.body, by: jobEvent.actorName, at: jobEvent.happenedAt }
  const rows = await db.selectDistinctOn([job.number], columns)
    .from(jobEvent).innerJoin(job, eq(job.id, jobEvent.jobId))
    .where(and(eq(job.unitId, unitId), eq(jobEvent.type, 'cause-written'), sql`${jobEvent.id}::text not in ${taken}`))
    .orderBy(desc(job.number), desc(jobEvent.seq))
  return rows.map(({ number, body, by, at }) => {
    const { cause, words } = body as { cause?: string, words: string }
    return { job: number, cause: cause ? causeName(cause) : null, words, by, at: at.toISOString() }
  })
}
