import { sql } from 'drizzle-orm'
import { bigserial, boolean, check, date, index, integer, jsonb, pgTable, primaryKey, text, unique, uuid } from 'drizzle-orm/pg-core'
import { EMPTY_LOT, LEDGER_DEEDS, type LotStock } from '#core'
import { moment } from './columns'
import { job, person, site } from './schema'
import { plannedJob } from './schema-fleet'

/* The stores: what lies on the shelves, what fits where, and the book of what came and went. */

export const stockItem = pgTable('stock_item', {
  id: uuid().primaryKey().defaultRandom(),
  /** Our own number. */
  number: text().notNull().unique(),
  name: text().notNull(),
  /** As the maker writes it; free text, looked for but never compared. */
  makersNumber: text('makers_number'),
  /** Of an elastomer, from the day it was cured; null keeps for ever. */
  shelfLifeMonths: integer('shelf_life_months'),
  leastStock: integer('least_stock').notNull().default(0),
  leadDays: integer('lead_days').notNull().default(0),
  /** It is a kit: what lies in one box, by the parts of a sheet. */
  kitOf: text('kit_of'),
  contents: jsonb().$type<{ part: string, count: number }[]>().notNull().default([]),
  retired: boolean().notNull().default(false),
  version: integer().notNull().default(1),
})

/** Which item fits a part of a sheet, and who says so; of several the one with the lowest rank is preferred. */
export const stockFit = pgTable('stock_fit', {
  id: uuid().primaryKey().defaultRandom(),
  sheetKey: text('sheet_key').notNull(),
  part: text().notNull(),
  itemId: uuid('item_id').notNull().references(() => stockItem.id),
  /** Option of the sheet → values for which it fits; null for all. */
  when: jsonb('only_when').$type<Record<string, string[]>>(),
  /** Tags of the units that it fits; null for all. */
  units: text().array(),
  rank: integer().notNull().default(1),
  approvedBy: uuid('approved_by').notNull().references(() => person.id),
  approvedAt: moment('approved_at').notNull().defaultNow(),
}, table => [unique('stock_fit_once').on(table.sheetKey, table.part, table.itemId), index('stock_fit_item').on(table.itemId)])

/** A batch or a serial number of an item at a site; '' is the lot of an item without lots. */
export const stockLot = pgTable('stock_lot', {
  itemId: uuid('item_id').notNull().references(() => stockItem.id),
  siteKey: text('site_key').notNull().references(() => site.key),
  lot: text().notNull().default(''),
  cured: date({ mode: 'string' }),
  /** An engineer has said, once, that it is good until then. */
  extendedTo: date('extended_to', { mode: 'string' }),
  extendedBy: uuid('extended_by').references(() => person.id),
  extendedWhy: text('extended_why'),
  /** What the book sums up to; derived, kept with each entry. */
  stock: jsonb().$type<LotStock>().notNull().default(EMPTY_LOT),
}, table => [primaryKey({ columns: [table.itemId, table.siteKey, table.lot] })])

export const stockOrder = pgTable('stock_order', {
  id: uuid().primaryKey(),
  number: integer().notNull().unique().generatedAlwaysAsIdentity(),
  itemId: uuid('item_id').notNull().references(() => stockItem.id),
  siteKey: text('site_key').notNull().references(() => site.key),
  count: integer().notNull(),
  expected: date({ mode: 'string' }).notNull(),
  note: text(),
  /** No more will come of it. */
  closed: boolean().notNull().default(false),
  by: uuid('by_id').notNull().references(() => person.id),
  at: moment('at').notNull().defaultNow(),
}, table => [check('stock_order_count', sql`${table.count} > 0`), index('stock_order_item').on(table.itemId, table.closed)])

/** The book. Entries are only ever added; how many lie where is their sum. */
export const stockEntry = pgTable('stock_entry', {
  seq: bigserial({ mode: 'number' }).primaryKey(),
  /** Made where it was typed: what is sent twice is one entry. */
  id: uuid().notNull().unique(),
  itemId: uuid('item_id').notNull().references(() => stockItem.id),
  siteKey: text('site_key').notNull().references(() => site.key),
  lot: text().notNull().default(''),
  deed: text({ enum: LEDGER_DEEDS }).notNull(),
  count: integer().notNull(),
  planId: uuid('plan_id').references(() => plannedJob.id),
  /** A job that nobody had planned. */
  jobId: uuid('job_id').references(() => job.id),
  orderId: uuid('order_id').references(() => stockOrder.id),
  fromQuarantine: boolean('from_quarantine').notNull().default(false),
  note: text(),
  byId: uuid('by_id').notNull().references(() => person.id),
  at: moment('at').notNull().defaultNow(),
}, table => [index('stock_entry_lot').on(table.itemId, table.siteKey, table.seq), index('stock_entry_plan').on(table.planId)])
