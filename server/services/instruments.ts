import { asc } from 'drizzle-orm'
import type { InstrumentRow } from '#shared/wire/types'
import type { Database } from '../db/client'
import { instrument } from '../db/schema'

/** The instruments of the shop, by kind and range. */
export const listInstruments = (db: Database): Promise<InstrumentRow[]> =>
  db.select().from(instrument).orderBy(asc(instrument.kind), asc(instrument.rangeFrom), asc(instrument.tag))
