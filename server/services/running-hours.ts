import { and, asc, eq, inArray, isNull } from 'drizzle-orm'
import { DomainError, hoursAt, machineHours, questionHours, type MeterReading } from '#core'
import type { HoursImportRow, HoursInput, HoursOutcome, HoursRow } from '#shared/wire/fleet'
import type { Person } from '#shared/wire/types'
import type { Database, Transaction } from '../db/client'
import { person as personTable, runningHours, unit } from '../db/schema'
import { kindOf, markStale } from './outlook'
import { Problem } from './problem'
import { requireUnit } from './units'

/** Who says it: a person, or a program with its own secret. */
export interface HoursFrom { source: string, personId: string | null, sites: string[] | null }

/** A clock that runs a little ahead is no reading of tomorrow. */
const AHEAD_MS = 600_000

type Kept = typeof runningHours.$inferSelect
const asMeter = ({ at, hours, wasHours }: Pick<Kept, 'at' | 'hours' | 'wasHours'>): MeterReading =>
  ({ at: at.toISOString(), hours, ...wasHours === null ? {} : { wasHours } })

const standingOf = (db: Database | Transaction, unitIds: readonly string[]) =>
  db.select().from(runningHours).where(and(inArray(runningHours.unitId, [...unitIds]), isNull(runningHours.withdrawnAt)))
    .orderBy(asc(runningHours.at))

/** What the meters of a unit showed, the newest first. */
export async function readHours(db: Database, person: Person, tag: string): Promise<HoursRow[]> {
  const { unit: { id } } = await requireUnit(db, person, tag)
  const rows = await db.select({ row: runningHours, by: personTable.name }).from(runningHours)
    .leftJoin(personTable, eq(personTable.id, runningHours.enteredBy))
    .where(and(eq(runningHours.unitId, id), isNull(runningHours.withdrawnAt))).orderBy(asc(runningHours.at))
  const total = machineHours(rows.map(({ row }) => asMeter(row)))
  return rows.map(({ row, by }, i) => ({
    id: row.id, at: row.at.toISOString(), hours: row.hours, wasHours: row.wasHours, machineHours: total[i]!.hours, source: row.source, by,
    confirmed: row.confirmed,
  })).reverse()
}

/** Takes a reading of a meter down; what is odd about it is asked first. */
export async function enterHours(db: Database, person: Person, tag: string, input: HoursInput): Promise<HoursOutcome> {
  await requireUnit(db, person, tag)
  const [outcome] = await enterMany(db, { source: 'typed', personId: person.id, sites: person.sites }, [{ unit: tag, ...input }])
  if (outcome!.outcome === 'refused') throw new Problem(409, outcome!.code!, outcome!.message!)
  return outcome!
}

/**
 * Readings of many meters, each judged beside those that stand and those before it in the list; one that is there already counts once.
 * A dry run says what would become of each row and writes nothing.
 */
export async function enterMany(
  db: Database, from: HoursFrom, rows: readonly HoursImportRow[], { dryRun = false } = {},
): Promise<HoursOutcome[]> {
  const outcomes: HoursOutcome[] = []
  await db.transaction(async (tx) => {
    const tags = [...new Set(rows.map(row => row.unit))]
    // One writer of a machine's hours at a time, always in the same order, so that two lists never wait for each other.
    const units = tags.length === 0 ? [] : await tx.select().from(unit).where(inArray(unit.tag, tags)).orderBy(unit.id).for('update')
    const byTag = new Map(units.map(one => [one.tag, one]))
    // Sorted by their moment, which is written in one way.
    const known = new Map<string, MeterReading[]>(units.map(one => [one.id, []]))
    if (units.length > 0) for (const row of await standingOf(tx, units.map(({ id }) => id))) known.get(row.unitId)!.push(asMeter(row))
    const added: (typeof runningHours.$inferInsert)[] = []
    for (const [row, said] of rows.entries()) {
      const one = byTag.get(said.unit)
      const refusal = refuse(one, said, from)
      if (refusal) {
        outcomes.push({ row, outcome: 'refused', ...refusal })
        continue
      }
      const at = new Date(said.at)
      const reading = asMeter({ at, hours: said.hours, wasHours: said.wasHours ?? null })
      const others = known.get(one!.id)!
      const place = sortedIndex(others, reading.at)
      const same = others[place]?.at === reading.at ? others[place] : undefined
      if (same && same.hours === reading.hours && same.wasHours === reading.wasHours) {
        outcomes.push({ row, outcome: 'known' })
        continue
      }
      const question = oddness(others.slice(Math.max(0, place - 1), place + 1), reading, said.confirmed !== undefined)
      if (question) {
        outcomes.push({ row, outcome: 'refused', ...question })
        continue
      }
      others.splice(place, 0, reading)
      added.push({
        unitId: one!.id, at, hours: said.hours, wasHours: said.wasHours ?? null, source: from.source, enteredBy: from.personId,
        confirmed: said.confirmed ?? null,
      })
      outcomes.push({ row, outcome: 'recorded' })
    }
    if (dryRun || added.length === 0) return
    for (let i = 0; i < added.length; i += MOST_AT_ONCE) await tx.insert(runningHours).values(added.slice(i, i + MOST_AT_ONCE))
    const touched = units.filter(one => added.some(row => row.unitId === one.id))
    for (const one of touched) await keepNewest(tx, one.id, known.get(one.id)!)
    await markStale(tx, touched.map(kindOf))
  })
  return outcomes
}

const MOST_AT_ONCE = 1000

/** Where a moment belongs in a sorted list. */
function sortedIndex(sorted: readonly MeterReading[], at: string): number {
  let [low, high] = [0, sorted.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if (sorted[middle]!.at < at) low = middle + 1
    else high = middle
  }
  return low
}

/** What is odd about a reading, unless somebody stands for it; what cannot be is refused whoever says it. */
function oddness(neighbours: readonly MeterReading[], reading: MeterReading, isConfirmed: boolean): Refused | null {
  try {
    const question = questionHours(neighbours, reading)
    return isConfirmed ? null : question
  } catch (error) {
    if (error instanceof DomainError) return { code: error.code, message: error.message }
    throw error
  }
}

interface Refused { code: string, message: string }

function refuse(one: typeof unit.$inferSelect | undefined, { unit: tag, at }: HoursImportRow, { sites }: HoursFrom): Refused | null {
  // Whether a machine of another site exists is nobody's business here.
  if (!one || (sites && !sites.includes(one.siteKey))) return { code: 'unit.unknown', message: `There is no unit ${tag} within your reach.` }
  if (one.retiredAt) return { code: 'unit.retired', message: `${tag} is out of use.` }
  if (Date.parse(at) > Date.now() + AHEAD_MS) return { code: 'hours.future', message: 'A meter is read today or before, not in the future.' }
  return null
}

const keepNewest = (tx: Transaction, unitId: string, readings: readonly MeterReading[]) =>
  tx.update(unit).set({ runningHours: machineHours(readings).at(-1)?.hours ?? 0 }).where(eq(unit.id, unitId))

/** The hours of a machine at a moment, in whole hours; `null` while nobody has read its meter. */
export async function hoursOf(db: Database, unitId: string, at: string): Promise<number | null> {
  const hours = hoursAt(machineHours((await standingOf(db, [unitId])).map(asMeter)), at)
  return hours === null ? null : Math.round(hours)
}

/** Takes a slip back, by name; the row stays for those who ask. */
export async function withdrawHours(db: Database, person: Person, tag: string, id: number): Promise<void> {
  const { unit: { id: unitId } } = await requireUnit(db, person, tag)
  await db.transaction(async (tx) => {
    const [one] = await tx.select().from(unit).where(eq(unit.id, unitId)).for('update')
    const [row] = await tx.update(runningHours).set({ withdrawnBy: person.id, withdrawnAt: new Date() })
      .where(and(eq(runningHours.id, id), eq(runningHours.unitId, unitId), isNull(runningHours.withdrawnAt))).returning()
    if (!row) throw new Problem(404, 'hours.unknown', 'There is no such reading of a meter; it may have been taken back already.')
    await keepNewest(tx, unitId, (await standingOf(tx, [unitId])).map(asMeter))
    await markStale(tx, [kindOf(one!)])
  })
}
