import { and, desc, eq, gte, inArray, lt, lte, max, or, sql } from 'drizzle-orm'
import type { CalibrationInput, InstrumentInput } from '#shared/wire/instruments'
import type { CalibrationRow, InstrumentHistory, Person, SuspectRow } from '#shared/wire/types'
import type { Database } from '../db/client'
import { calibration, instrument, job, jobEvent, person, site, unit } from '../db/schema'
import { findInstrument, TAKEN_WITH } from './instruments'
import { Problem } from './problem'
import { today } from './today'

type Tx = Parameters<Parameters<Database['transaction']>[0]>[0]

const MOST_SUSPECT = 500
/** The day so many days after another. */
const dayAfter = (day: string, days: number) => new Date(Date.parse(day) + days * 86_400_000).toISOString().slice(0, 10)

/** Takes an instrument into the register, with the calibration that it came with. */
export async function addInstrument(
  db: Database, who: Person, { calibration: first, ...input }: InstrumentInput & { calibration: CalibrationInput },
) {
  requireRange(input)
  requireDays(first)
  await requireSite(db, input.site)
  const { site: siteKey, ...facts } = input
  await db.transaction(async (tx) => {
    const [made] = await tx.insert(instrument)
      .values({ ...facts, siteKey, uncertainty: first.uncertainty, calibratedUntil: lastDayOf(first) })
      .onConflictDoNothing().returning({ tag: instrument.tag })
    if (!made)
      throw new Problem(409, 'instrument.tag-taken', `The register has an instrument ${input.tag} already. Tags are never given twice: the record knows instruments by them.`)
    await insertCalibration(tx, who, input.tag, first)
  })
  return { tag: input.tag }
}

/** Changes what is said of an instrument; tag and quantity stay, because the record stands on them. */
export async function changeInstrument(
  db: Database, tag: string, { site: siteKey, ...change }: Partial<Omit<InstrumentInput, 'tag' | 'quantity'>> & { retired?: boolean },
): Promise<void> {
  if (siteKey !== undefined) await requireSite(db, siteKey)
  await db.transaction(async (tx) => {
    const [before] = await tx.select().from(instrument).where(eq(instrument.tag, tag)).for('update')
    if (!before) throw new Problem(404, 'instrument.unknown', `There is no instrument "${tag}" in the register.`)
    requireRange({ ...before, ...change })
    await tx.update(instrument).set({ ...change, ...siteKey === undefined ? {} : { siteKey } }).where(eq(instrument.tag, tag))
  })
}

/** Writes a calibration down; the newest one decides until when the instrument is good, and with which uncertainty. */
export async function addCalibration(db: Database, who: Person, tag: string, input: CalibrationInput): Promise<void> {
  requireDays(input)
  await db.transaction(async (tx) => {
    const [known] = await tx.select().from(instrument).where(eq(instrument.tag, tag)).for('update')
    if (!known) throw new Problem(404, 'instrument.unknown', `There is no instrument "${tag}" in the register.`)
    await insertCalibration(tx, who, tag, input)
    const [newest] = await tx.select({ day: max(calibration.day) }).from(calibration).where(eq(calibration.tag, tag))
    if (newest?.day === input.day)
      await tx.update(instrument).set({ uncertainty: input.uncertainty, calibratedUntil: lastDayOf(input) }).where(eq(instrument.tag, tag))
  })
}

async function insertCalibration(tx: Tx, who: Person, tag: string, input: CalibrationInput): Promise<void> {
  const made = await tx.insert(calibration).values({ ...input, tag, enteredBy: who.id }).onConflictDoNothing()
    .returning({ id: calibration.id })
  if (!made.length) throw new Problem(409, 'calibration.day-taken', `A calibration of ${tag} on ${input.day} is written down already.`)
}

/** An instrument with its calibrations, and what was taken with it since it was last known to be good. */
export async function readHistory(db: Database, tag: string): Promise<InstrumentHistory> {
  const found = await findInstrument(db, tag)
  const rows = await db.select({ calibration, by: person.name }).from(calibration).leftJoin(person, eq(person.id, calibration.enteredBy))
    .where(eq(calibration.tag, tag)).orderBy(desc(calibration.day))
  const calibrations = rows.map(({ calibration: { id, day, until, certificate, result, uncertainty, note }, by }): CalibrationRow =>
    ({ id, day, until, certificate, result, uncertainty, note, enteredBy: by }))
  return { instrument: found, calibrations, ...await suspectOf(db, tag, calibrations) }
}

/** What was taken between the last good calibration and each that found the instrument out of tolerance. */
async function suspectOf(
  db: Database, tag: string, calibrations: readonly CalibrationRow[],
): Promise<Pick<InstrumentHistory, 'suspect' | 'suspectTotal'>> {
  const spans = calibrations.flatMap(({ day, result }, i) => {
    if (result === 'in tolerance') return []
    // What was put right is good again from that day on; what stayed out is not.
    const good = calibrations.slice(i + 1).find(before => before.result !== 'out of tolerance')
    return [{ from: good?.day, to: day }]
  })
  if (!spans.length) return { suspect: [], suspectTotal: 0 }
  const within = or(...spans.map(({ from, to }) => and(
    from ? gte(jobEvent.happenedAt, new Date(from)) : undefined,
    lt(jobEvent.happenedAt, new Date(dayAfter(to, 1))),
  )))
  const where = and(
    inArray(jobEvent.type, [...TAKEN_WITH]), lte(jobEvent.happenedAt, new Date()), within,
    or(sql`${jobEvent.body} #>> '{conditions,instrument,tag}' = ${tag}`, sql`${jobEvent.body} #>> '{wrench,tag}' = ${tag}`),
  )
  const rows = await db.select({ event: jobEvent, number: job.number, unit: unit.tag,
    total: sql<number>`count(*) over ()`.mapWith(Number) })
    .from(jobEvent).innerJoin(job, eq(job.id, jobEvent.jobId)).innerJoin(unit, eq(unit.id, job.unitId))
    .where(where).orderBy(desc(jobEvent.happenedAt)).limit(MOST_SUSPECT)
  const suspect = rows.map(({ event, number, unit: unitTag }): SuspectRow => ({
    event: event.id, job: event.jobId, jobNumber: number, unit: unitTag,
    what: String(event.body.position ?? event.body.step), by: event.actorName, at: event.happenedAt.toISOString(),
  }))
  return { suspect, suspectTotal: rows[0]?.total ?? 0 }
}

/** What is still out of tolerance is good for no day any more. */
const lastDayOf = ({ day, until, result }: CalibrationInput): string =>
  result === 'out of tolerance' ? dayAfter(day, -1) : until

function requireDays({ day, until }: CalibrationInput): void {
  if (day > today())
    throw new Problem(422, 'calibration.to-come', 'A calibration is written down when it is done; that day is still to come.')
  if (until < day) throw new Problem(422, 'calibration.until', 'A calibration covers its own day at least: the end lies before it.')
}

function requireRange({ rangeFrom, rangeTo }: { rangeFrom: number, rangeTo: number }): void {
  if (rangeFrom > rangeTo) throw new Problem(422, 'instrument.range', 'The range of an instrument goes from its least to its most.')
}

async function requireSite(db: Database, key: string | null): Promise<void> {
  if (key === null) return
  const [found] = await db.select({ key: site.key }).from(site).where(eq(site.key, key))
  if (!found) throw new Problem(422, 'site.unknown', 'There is no such site.')
}
