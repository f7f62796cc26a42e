import { sql } from 'drizzle-orm'
import { bigserial, boolean, date, doublePrecision, index, integer, jsonb, pgTable, primaryKey, text, unique, uniqueIndex, uuid } from 'drizzle-orm/pg-core'
import { DEPTHS, DISPOSITIONS, DUE_REASONS, type DueAnswer, type QuantityKind } from '#core'
import { PART_NEWS, PLAN_STATUSES, type UnitChangeSaid } from '#shared/wire/fleet'
import { moment } from './columns'
import { job, jobEvent, person, unit } from './schema'

/* What the shop knows of its machines beside their overhauls. */

/** What meters showed; never changed, a slip is withdrawn by name. */
export const runningHours = pgTable('running_hours', {
  id: bigserial({ mode: 'number' }).primaryKey(),
  unitId: uuid('unit_id').notNull().references(() => unit.id),
  at: moment('at').notNull(),
  /** What the meter showed. */
  hours: doublePrecision().notNull(),
  /** With what the old meter ended when it was changed; this one began at `hours`. */
  wasHours: doublePrecision('was_hours'),
  /** `typed`, `list`, `job`, or the name of the link that sent it. */
  source: text().notNull(),
  /** It was asked about, and is true all the same. */
  confirmed: text(),
  enteredBy: uuid('entered_by').references(() => person.id),
  enteredAt: moment('entered_at').notNull().defaultNow(),
  withdrawnBy: uuid('withdrawn_by').references(() => person.id),
  withdrawnAt: moment('withdrawn_at'),
}, table => [uniqueIndex('running_hours_moment').on(table.unitId, table.at).where(sql`${table.withdrawnAt} is null`)])

/** Programs that may send running hours, each by a secret of its own. */
export const hoursLink = pgTable('hours_link', {
  id: uuid().primaryKey().defaultRandom(),
  name: text().notNull().unique(),
  /** SHA-256 of its secret, which is shown once: it is random and long, so that nobody guesses it from this. */
  secretSha256: text('secret_sha256').notNull().unique(),
  /** Null covers all sites. */
  sites: text().array(),
  madeBy: uuid('made_by').notNull().references(() => person.id),
  madeAt: moment('made_at').notNull().defaultNow(),
  usedAt: moment('used_at'),
  revokedBy: uuid('revoked_by').references(() => person.id),
  revokedAt: moment('revoked_at'),
})

/** Who made a unit, changed it, moved or retired it. */
export const unitChange = pgTable('unit_change', {
  id: bigserial({ mode: 'number' }).primaryKey(),
  unitId: uuid('unit_id').notNull().references(() => unit.id),
  version: integer().notNull(),
  said: jsonb().$type<UnitChangeSaid[]>().notNull(),
  note: text(),
  byId: uuid('by_id').notNull().references(() => person.id),
  at: moment('at').notNull().defaultNow(),
}, table => [unique('unit_change_version').on(table.unitId, table.version)])

/** When a unit comes to its limits, and when it is due and why. Derived: worked out when something of its kind changes, and each day. */
export const unitOutlook = pgTable('unit_outlook', {
  unitId: uuid('unit_id').primaryKey().references(() => unit.id),
  /** The day it was worked out for. */
  day: date({ mode: 'string' }).notNull(),
  /** The position that comes to its limit first; null while none can be told. */
  position: text(),
  positionName: text('position_name'),
  /** How far it had come from new (0) to its limit (1). */
  share: doublePrecision(),
  lowDay: date('low_day', { mode: 'string' }),
  medianDay: date('median_day', { mode: 'string' }),
  highDay: date('high_day', { mode: 'string' }),
  dueDay: date('due_day', { mode: 'string' }),
  dueReason: text('due_reason', { enum: DUE_REASONS }),
  dueWhat: text('due_what'),
  /** All that makes it due, the earliest first. */
  dues: jsonb().$type<DueAnswer[]>().notNull().default([]),
  /** What somebody has seen and nobody has answered for; worn parts that run on for a time. */
  openFindings: integer('open_findings').notNull().default(0),
  concessions: integer().notNull().default(0),
}, table => [index('unit_outlook_due').on(table.dueDay), index('unit_outlook_low').on(table.lowDay)])

/**
 * Read model: what the logs say of parts beyond one job: words on them, with the lot and serial of new ones, findings that somebody has to
 * look at again, concessions, and what is at a shop outside.
 */
export const partNews = pgTable('part_news', {
  eventId: uuid('event_id').primaryKey().references(() => jobEvent.id),
  jobId: uuid('job_id').notNull().references(() => job.id),
  unitId: uuid('unit_id').notNull().references(() => unit.id),
  sheetKey: text('sheet_key').notNull(),
  part: text().notNull(),
  /** As its sheet called it then. */
  name: text().notNull(),
  what: text({ enum: PART_NEWS }).notNull(),
  at: moment('at').notNull(),
  by: text().notNull(),
  /** Of a word: what becomes of it; of a new one, what is written on it. */
  disposition: text({ enum: DISPOSITIONS }),
  lot: text(),
  serial: text(),
  /** Of a finding: from 1 to 3; what was seen, in words. Of a concession: the use. */
  severity: integer(),
  said: text(),
  /** Of a concession: the reading that it stands over. */
  positionName: text('position_name'),
  quantity: text().$type<QuantityKind>(),
  value: doublePrecision(),
  /** Until when it runs on, or is looked at again. */
  untilDay: date('until_day', { mode: 'string' }),
  untilHours: doublePrecision('until_hours'),
  /** How many are new, or outside. */
  count: integer(),
}, table => [index('part_news_unit').on(table.unitId, table.part, table.at), index('part_news_job').on(table.jobId), index('part_news_serial').on(table.serial)])

/** What the stores know of parts at a shop outside; that they are there, the log of their job says. */
export const outsideOrder = pgTable('outside_order', {
  jobId: uuid('job_id').notNull().references(() => job.id),
  part: text().notNull(),
  /** What the shop is to do, and when it has promised it. */
  shop: text().notNull(),
  instruction: text().notNull(),
  promised: date({ mode: 'string' }),
  version: integer().notNull().default(1),
  byId: uuid('by_id').notNull().references(() => person.id),
  at: moment('at').notNull().defaultNow(),
}, table => [primaryKey({ columns: [table.jobId, table.part] })])

/** Kinds whose outlook is to be worked out anew: a sheet key, or `unit:ID` for a unit without one. */
export const outlookStale = pgTable('outlook_stale', {
  kind: text().primaryKey(),
  since: moment('since').notNull().defaultNow(),
})

/** An overhaul that is to come: it stands before any log, and becomes a job when it is started. */
export const plannedJob = pgTable('planned_job', {
  id: uuid().primaryKey(),
  unitId: uuid('unit_id').notNull().references(() => unit.id),
  day: date({ mode: 'string' }).notNull(),
  reason: text().notNull(),
  /** How deep, how far, with everything of the kit or part by part. */
  depth: text({ enum: DEPTHS }).notNull().default('routine'),
  target: text(),
  kitComplete: boolean('kit_complete').notNull().default(false),
  /** Who is to do it. */
  whoId: uuid('who_id').references(() => person.id),
  note: text(),
  status: text({ enum: PLAN_STATUSES }).notNull().default('planned'),
  /** What it has become. */
  jobId: uuid('job_id').unique().references(() => job.id),
  version: integer().notNull().default(1),
  madeBy: uuid('made_by').notNull().references(() => person.id),
  madeAt: moment('made_at').notNull().defaultNow(),
}, table => [index('planned_job_unit').on(table.unitId, table.status), index('planned_job_day').on(table.day)])
