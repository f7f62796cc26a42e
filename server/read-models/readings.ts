import { eq } from 'drizzle-orm'
import { assessTaken, dispositionOf, isGone, isRenewed, positionOf, readingAt, uncertaintyOf, wearLimitsOf, type ReadingTaken } from '#core'
import { reading } from '../db/schema'
import { byEvent, replaceRows, writeRows, type EventRows, type JobAt } from './read-model'

/** A reading that stands, with its verdict and what a trend asks of it: for the unit, and for all machines of its kind. */
export type ReadingModelRow = Omit<typeof reading.$inferSelect, 'takenAt'> & { takenAt: string }

const standing = ({ state }: Pick<JobAt, 'state'>) => new Map(state.readings.filter(one => !one.overtaken).map(one => [one.event, one]))

function rowOf({ id, unitId, sheetKey, sheet, state }: JobAt, taken: ReadingTaken): ReadingModelRow {
  const { verdict, value } = assessTaken(sheet, state, taken)
  const position = positionOf(sheet, taken.position)
  const { lower = null, upper = null } = wearLimitsOf(position)
  const serial = taken.stage === 'as-left' ? dispositionOf(state, position.part)?.serial ?? null : null
  return {
    eventId: taken.event, jobId: id, unitId, sheetKey, position: taken.position, stage: taken.stage, value, verdict, takenAt: taken.at,
    name: position.name, quantity: position.quantity, part: position.part, lower, upper,
    uncertainty: uncertaintyOf(position, taken.values, taken.conditions), hours: state.opened?.hours ?? null, serial,
    isRenewed: isRenewed(sheet, state, taken), isGone: isGone(sheet, state, taken),
  }
}

/** What else of a job its row depends on: the word on its part, and what was found before. */
function standsOn({ sheet, state }: JobAt, { position, stage }: ReadingTaken): string {
  const found = stage === 'as-left' ? readingAt(state, position, 'as-found')?.event : ''
  const said = dispositionOf(state, positionOf(sheet, position).part)
  return `${said?.disposition} ${said?.serial} ${found}`
}

/**
 * A limit that is another on this machine judges what stands anew, and so does a word on its part; what neither touched is not worked out
 * again.
 */
function changeOf(before: JobAt, after: JobAt): { came: ReadingModelRow[], went: string[] } {
  const [was, is] = [standing(before), standing(after)]
  const isOther = (one: ReadingTaken) => !was.has(one.event) || standsOn(before, one) !== standsOn(after, one)
    || (before.sheet !== after.sheet && JSON.stringify(rowOf(before, one)) !== JSON.stringify(rowOf(after, one)))
  return {
    came: [...is.values()].filter(isOther).map(one => rowOf(after, one)),
    went: [...was.keys()].filter(event => !is.has(event)),
  }
}

export const readings: EventRows<ReadingModelRow> = {
  name: 'readings',
  about: 'the readings shown to the fleet',
  version: 3,
  hears: new Set(['reading-taken', 'part-disposed', 'limit-bent', 'sheet-taken-over', 'undone', 'gone-back']),
  rowsOf: one => byEvent([...standing(one).values()].map(taken => rowOf(one, taken))),
  kept: async (db, jobId) => {
    const rows = await db.select().from(reading).where(eq(reading.jobId, jobId))
    return byEvent(rows.map(({ eventId, jobId, unitId, sheetKey, position, stage, value, verdict, takenAt, ...more }) =>
      ({ eventId, jobId, unitId, sheetKey, position, stage, value, verdict, takenAt: takenAt.toISOString(), ...more })))
  },
  changeOf,
  write: writeRows(reading),
  replace: (tx, { id }, rows) => replaceRows(tx, reading, id, rows.map(row => ({ ...row, takenAt: new Date(row.takenAt) }))),
}
