import { eq } from 'drizzle-orm'
import { accountOf, kindName, partOf, positionOf, assessTaken, type JobState, type Sheet, type Stamp } from '#core'
import { partNews } from '../db/schema'
import { byEvent, changeOfRows, replaceRows, writeRows, type EventRows, type JobAt } from './read-model'

/** What a log says of a part beyond its own job. */
export type PartNewsRow = Omit<typeof partNews.$inferSelect, 'at'> & { at: string }
type Said = Partial<PartNewsRow>

const NOTHING: Said = {
  disposition: null, lot: null, serial: null, severity: null, said: null, positionName: null, quantity: null, value: null, untilDay: null,
  untilHours: null, count: null,
}
/** A finding from here on is somebody's to answer for. */
const PLAIN = 2

function rowsOf({ id, unitId, sheetKey, sheet, state }: JobAt): PartNewsRow[] {
  const row = (what: PartNewsRow['what'], { event, at, by }: Stamp, part: string, said: Said) => ({
    eventId: event, jobId: id, unitId, sheetKey, part, name: partOf(sheet, part).name, what, at, by, ...NOTHING, ...said,
  }) as PartNewsRow
  const words = new Map(state.dispositions.map(said => [said.part, said]))
  /** Pieces of a batch; what has a number is one. */
  const newOf = (part: string, { lot, serial }: Pick<PartNewsRow, 'lot' | 'serial'>) =>
    serial ? 1 : lot ? partOf(sheet, part).count : null
  return [
    ...[...words.values()].map(({ part, disposition, lot = null, serial = null, ...stamp }) =>
      row('word', stamp, part, { disposition, lot, serial, count: newOf(part, { lot, serial }) })),
    ...state.moves.filter(({ lot, serial }) => lot ?? serial).map(({ part, lot = null, serial = null, count, ...stamp }) =>
      row('fitted', stamp, part, { lot, serial, count })),
    ...state.findings.filter(({ severity, lookAgain }) => severity >= PLAIN || lookAgain)
      .map(({ part, kind, place, note, severity, lookAgain = null, ...stamp }) =>
        row('finding', stamp, part, { severity, said: [kindName(kind), place, note].filter(Boolean).join(', '), untilDay: lookAgain })),
    ...state.concessions.map(({ part, position, reading, until: { day = null, hours = null }, use, ...stamp }) =>
      row('concession', stamp, part, { said: use, untilDay: day, untilHours: hours, ...readOf(sheet, state, position, reading) })),
    ...outsideOf(sheet, state).map(({ part, count, ...stamp }) => row('outside', stamp, part, { count })),
  ]
}

/** What a concession stands over. */
function readOf(sheet: Sheet, state: JobState, key: string | undefined, event: string | undefined): Said {
  const taken = state.readings.find(one => one.event === event)
  if (key === undefined || !taken) return {}
  const { name, quantity } = positionOf(sheet, key)
  return { positionName: name, quantity, value: assessTaken(sheet, state, taken).value }
}

/** Parts that are at a shop, by the move that brought the last of them there. */
const outsideOf = (sheet: Sheet, state: JobState): (Stamp & { part: string, count: number })[] =>
  accountOf(sheet, state).flatMap(({ part: { key }, outside }) => {
    const move = outside > 0 ? state.moves.findLast(one => one.part === key && one.to === 'outside') : undefined
    return move ? [{ ...move, count: outside }] : []
  })

/** What becomes of parts, for the unit, the stores and the next overhaul. */
export const partsTold: EventRows<PartNewsRow> = {
  name: 'part-news',
  about: 'what is told of its parts',
  version: 1,
  hears: new Set(['part-disposed', 'part-moved', 'finding-noted', 'concession-granted', 'sheet-taken-over', 'undone', 'gone-back']),
  rowsOf: one => byEvent(rowsOf(one)),
  async kept(db, jobId) {
    const rows = await db.select().from(partNews).where(eq(partNews.jobId, jobId))
    return byEvent(rows.map(({ eventId, jobId, unitId, sheetKey, part, name, what, at, by, ...more }) =>
      ({ eventId, jobId, unitId, sheetKey, part, name, what, at: at.toISOString(), by, ...more })))
  },
  changeOf: (before, after) => changeOfRows(rowsOf(before), rowsOf(after)),
  write: writeRows(partNews),
  replace: (tx, { id }, rows) => replaceRows(tx, partNews, id, rows.map(row => ({ ...row, at: new Date(row.at) }))),
}
