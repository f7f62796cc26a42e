import { and, asc, eq, inArray } from 'drizzle-orm'
import { groupBy } from '#core'
import type { PieceRun } from '#shared/wire/fleet'
import type { Person } from '#shared/wire/types'
import type { Database } from '../db/client'
import { partNews, reading, unit } from '../db/schema'
import { hoursOfUnits } from './meters'
import { reaches } from './reach'

/** A run of a piece that is known by its number, with what it is a piece of. */
export interface KnownRun extends PieceRun { event: string, sheetKey: string, part: string, serial: string }

/** A new piece in the same place ends the run of the one before. */
const ENDS: ReadonlySet<string | null> = new Set(['replace', 'scrap'])

/** Where pieces with these numbers ran, for how long, and what was read on them last: what is repaired keeps its wear. Oldest first. */
export async function pieceRuns(db: Database, person: Person, serials: readonly string[]): Promise<KnownRun[]> {
  if (serials.length === 0) return []
  const rows = await db.select({ row: partNews, tag: unit.tag, site: unit.siteKey }).from(partNews)
    .innerJoin(unit, eq(unit.id, partNews.unitId)).where(inArray(partNews.serial, [...serials])).orderBy(asc(partNews.at))
  const unitIds = [...new Set(rows.map(({ row }) => row.unitId))]
  if (unitIds.length === 0) return []
  const keys = [...new Set(rows.map(({ row }) => row.part))]
  const [hours, words, readings] = await Promise.all([
    hoursOfUnits(db, unitIds),
    db.select().from(partNews)
      .where(and(inArray(partNews.unitId, unitIds), inArray(partNews.part, keys), inArray(partNews.what, ['word', 'fitted']))),
    db.select().from(reading).where(and(inArray(reading.unitId, unitIds), inArray(reading.part, keys), eq(reading.stage, 'as-found')))
      .orderBy(asc(reading.takenAt)),
  ])
  const [wordsOf, readingsOf] = [groupBy(words, placeOf), groupBy(readings, placeOf)]
  return rows.map(({ row, tag, site }) => {
    const ends = (wordsOf.get(placeOf(row)) ?? []).filter(({ at, what, disposition }) => at > row.at && (what === 'fitted' || ENDS.has(disposition)))
    const gone = ends.length === 0 ? null : new Date(Math.min(...ends.map(({ at }) => at.getTime())))
    const { at, now } = hours.get(row.unitId)!
    const [from, until] = [at(row.at.toISOString()), gone ? at(gone.toISOString()) : now]
    const read = readingsOf.get(placeOf(row))?.findLast(({ takenAt }) => takenAt > row.at && (!gone || takenAt <= gone))
    return {
      event: row.eventId, sheetKey: row.sheetKey, part: row.part, serial: row.serial!,
      unit: reaches(person, site) ? tag : null, hours: from === null || until === null ? null : Math.max(0, until - from),
      read: read ? { name: read.name, quantity: read.quantity, value: read.value } : null,
    }
  })
}

/** A part of one machine. */
const placeOf = ({ unitId, sheetKey, part }: { unitId: string, sheetKey: string, part: string }): string => `${unitId} ${sheetKey} ${part}`
