import { sql, type SQL } from 'drizzle-orm'
import { timestamp, type PgColumn } from 'drizzle-orm/pg-core'

/** A moment, to the millisecond, in any time zone. */
export const moment = (name: string) => timestamp(name, { withTimezone: true, precision: 3, mode: 'date' })

/** For rows that are there already: each of these columns as it was sent. */
export const asSent = (columns: Readonly<Record<string, PgColumn>>): Record<string, SQL> =>
  Object.fromEntries(Object.entries(columns).map(([key, { name }]) => [key, sql.raw(`excluded.${name}`)]))
