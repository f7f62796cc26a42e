import { asc } from 'drizzle-orm'
import { assessTaken, worstVerdict, type EventBodies, type JobState, type Sheet } from '#core'
import type { InstrumentRow } from '#shared/wire/types'
import type { Database } from '../db/client'
import { instrument } from '../db/schema'

/** The instruments of the shop, by kind and range. */
export const listInstruments = (db: Database): Promise<InstrumentRow[]> =>
  db.select().from(instrument).orderBy(asc(instrument.kind), asc(instrument.rangeFrom), asc(instrument.tag))

export type Register = ReadonlyMap<string, InstrumentRow>

/** The register of instruments by tag. */
export const readRegister = async (db: Database): Promise<Register> => new Map((await listInstruments(db)).map(row => [row.tag, row]))

type Reading = EventBodies['reading-taken']

/**
 * A reading, let through by the guard, with the facts of its instrument as the register has them; what the bench said of them is not
 * believed.
 * Where the verdict gets worse by that, what the bench had shown is kept beside it.
 */
export function asRegistered(sheet: Sheet, state: JobState, { shown: _shown, ...body }: Reading, register: Register, at: string): Reading {
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
