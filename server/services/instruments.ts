import { asc, eq } from 'drizzle-orm'
import { assessTaken, worstVerdict, type EventBodies, type EventType, type JobEvent, type JobState, type Sheet,
  type WrenchUsed } from '#core'
import type { InstrumentRow } from '#shared/wire/types'
import type { Database } from '../db/client'
import { instrument } from '../db/schema'
import { Problem } from './problem'

const toRow = ({ siteKey, ...row }: typeof instrument.$inferSelect): InstrumentRow => ({ ...row, site: siteKey })

/** The instruments of the shop, by kind and range. */
export async function listInstruments(db: Database): Promise<InstrumentRow[]> {
  return (await db.select().from(instrument).orderBy(asc(instrument.kind), asc(instrument.rangeFrom), asc(instrument.tag))).map(toRow)
}

/** An instrument by its tag. */
export async function findInstrument(db: Database, tag: string): Promise<InstrumentRow> {
  const [row] = await db.select().from(instrument).where(eq(instrument.tag, tag))
  if (!row) throw new Problem(404, 'instrument.unknown', `There is no instrument "${tag}" in the register.`)
  return toRow(row)
}

export type Register = ReadonlyMap<string, InstrumentRow>

/** The register of instruments by tag. */
export const readRegister = async (db: Database): Promise<Register> => new Map((await listInstruments(db)).map(row => [row.tag, row]))

type Reading = EventBodies['reading-taken']

/** What is taken with an instrument of the register. */
export const TAKEN_WITH = ['reading-taken', 'bolt-pulled', 'pass-finished'] as const satisfies readonly EventType[]

/** An event, let through by the guard, with the facts of its instrument as the register has them; the same event where it has none. */
export function byRegister(sheet: Sheet, state: JobState, event: JobEvent, register: Register): JobEvent {
  switch (event.type) {
    case 'reading-taken': return { ...event, body: asRegistered(sheet, state, event.body, register, event.happenedAt) }
    case 'bolt-pulled': return { ...event, body: withWrench(event.body, register) }
    case 'pass-finished': return { ...event, body: withWrench(event.body, register) }
    default: return event
  }
}

/** What has no wrench stays as it is; one that measures no torque is as unknown as one that is not there. */
function withWrench<T extends { wrench?: WrenchUsed }>(body: T, register: Register): T {
  if (!body.wrench) return body
  const { tag, fromNm, fullScaleNm, calibratedUntil } = body.wrench
  const known = register.get(tag)
  const wrench: WrenchUsed = known?.quantity === 'torque'
    ? { tag, fromNm: known.rangeFrom, fullScaleNm: known.rangeTo, calibratedUntil: known.calibratedUntil }
    : { tag, fromNm, fullScaleNm, calibratedUntil, unknown: true }
  return { ...body, wrench }
}

/**
 * A reading, let through by the guard, with the facts of its instrument as the register has them; what the bench said of them is not
 * believed.
 * Where the verdict gets worse by that, what the bench had shown is kept beside it.
 */
function asRegistered(sheet: Sheet, state: JobState, { shown: _shown, ...body }: Reading, register: Register, at: string): Reading {
  const said = body.conditions?.instrument
  if (!said) return body
  const known = register.get(said.tag)
  const instrument = known
    ? { tag: known.tag, uncertainty: known.uncertainty, calibratedUntil: known.calibratedUntil }
    : { tag: said.tag, uncertainty: said.uncertainty, calibratedUntil: said.calibratedUntil, unknown: true as const }
  const temperature = body.conditions?.temperature && {
    ...body.conditions.temperature,
    ...(known ? { alphaInstrument: known.alphaPerK } : {}),
  }
  const registered: Reading = { ...body, conditions: { instrument, ...temperature ? { temperature } : {} } }
  const [shown, now] = [body, registered].map(taken => assessTaken(sheet, state, { ...taken, at }).verdict)
  return shown !== now && worstVerdict([shown!, now!]) === now ? { ...registered, shown: shown! } : registered
}
