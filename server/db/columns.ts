import { timestamp } from 'drizzle-orm/pg-core'

/** A moment, to the millisecond, in any time zone. */
export const moment = (name: string) => timestamp(name, { withTimezone: true, precision: 3, mode: 'date' })
