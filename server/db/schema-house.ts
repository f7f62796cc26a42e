import { sql } from 'drizzle-orm'
import { index, jsonb, pgTable, primaryKey, smallint, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core'
import { FIRST_STEPS } from '#shared/wire/house'
import { moment } from './columns'
import { person, site } from './schema'

/* The house: its bays, how people come in, the tablets that they share, and its first day. */

/** An area, a hall, a place of work: the one word for where at a site something stands. */
export const bay = pgTable('bay', {
  siteKey: text('site_key').notNull().references(() => site.key, { onDelete: 'cascade' }),
  name: text().notNull(),
  place: smallint().notNull().default(0),
}, table => [primaryKey({ columns: [table.siteKey, table.name] })])

/** The code with which somebody comes in for the first time, or after a forgotten password: good once, and for a time. */
export const entryCode = pgTable('entry_code', {
  personId: uuid('person_id').primaryKey().references(() => person.id),
  /** It is random and long, so that nobody guesses it from this. */
  codeSha256: text('code_sha256').notNull().unique(),
  endsAt: moment('ends_at').notNull(),
  madeBy: uuid('made_by').notNull().references(() => person.id),
  madeAt: moment('made_at').notNull().defaultNow(),
})

/** A card with which somebody enters at a tablet of the house, together with their PIN. */
export const badge = pgTable('badge', {
  id: uuid().primaryKey().defaultRandom(),
  personId: uuid('person_id').notNull().references(() => person.id),
  /** Cards of other makers carry short numbers: without the secret of this installation nobody finds them from this. */
  codeHmac: text('code_hmac').notNull(),
  name: text().notNull(),
  madeBy: uuid('made_by').notNull().references(() => person.id),
  madeAt: moment('made_at').notNull().defaultNow(),
  usedAt: moment('used_at'),
  revokedBy: uuid('revoked_by').references(() => person.id),
  revokedAt: moment('revoked_at'),
}, table => [uniqueIndex('badge_code').on(table.codeHmac).where(sql`${table.revokedAt} is null`), index('badge_person').on(table.personId)])

/** A tablet of the house, which people share: known by the cookie of its device and a key that never leaves it. */
export const houseDevice = pgTable('house_device', {
  id: uuid().primaryKey().defaultRandom(),
  device: uuid().notNull(),
  name: text().notNull(),
  siteKey: text('site_key').notNull().references(() => site.key),
  bay: text(),
  /** It locks after so many minutes in which nobody touches it. */
  restMinutes: smallint('rest_minutes').notNull(),
  /** JWK of the key that only this tablet has. */
  publicKey: jsonb('public_key').$type<JsonWebKey>().notNull(),
  /** What it has to sign next; good once. */
  challenge: text(),
  challengeAt: moment('challenge_at'),
  enrolledBy: uuid('enrolled_by').notNull().references(() => person.id),
  enrolledAt: moment('enrolled_at').notNull().defaultNow(),
  endedBy: uuid('ended_by').references(() => person.id),
  endedAt: moment('ended_at'),
}, table => [
  uniqueIndex('house_device_standing').on(table.device).where(sql`${table.endedAt} is null`),
  uniqueIndex('house_device_name').on(sql`lower(${table.name})`).where(sql`${table.endedAt} is null`),
])

/** What a new house has chosen to leave out of its first steps. */
export const firstStepLeft = pgTable('first_step_left', {
  step: text({ enum: FIRST_STEPS }).primaryKey(),
  by: uuid().notNull().references(() => person.id),
  at: moment('at').notNull().defaultNow(),
})
