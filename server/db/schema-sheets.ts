import { sql } from 'drizzle-orm'
import { index, integer, jsonb, pgTable, primaryKey, text, unique, uniqueIndex, uuid } from 'drizzle-orm/pg-core'
import type { Bend, Catalogue, DraftLeft, Edit, StoredSheet, UnitBend } from '#core'
import { DRAFT_ORIGINS, DRAFT_STATUSES, PROPOSAL_STATUSES } from '#shared/draft-words'
import { moment } from './columns'
import { job, person, unit } from './schema'

/* Sheets, how they are written, and what the benches would have otherwise in them. */

export const SHEET_ORIGINS = ['released', 'bench'] as const

/** A revision never changes. What was `released` is worked by; from what came from the `bench` one overhaul began that had no sheet. */
export const sheet = pgTable('sheet', {
  id: uuid().primaryKey().defaultRandom(),
  key: text().notNull(),
  revision: integer().notNull(),
  title: text().notNull(),
  origin: text({ enum: SHEET_ORIGINS }).notNull().default('released'),
  document: jsonb().$type<StoredSheet>().notNull(),
  /** Over its canonical JSON: the name under which devices and logs know it. */
  sha256: text().notNull().default(''),
  /** Who released it, and what they wrote to it; null for what was there from the start. */
  releasedBy: uuid('released_by').references(() => person.id),
  note: text(),
  releasedAt: moment('released_at').notNull().defaultNow(),
}, table => [
  uniqueIndex('sheet_released_revision').on(table.key, table.revision).where(sql`${table.origin} = 'released'`),
  index('sheet_sha256').on(table.sha256),
])

/** A sheet that is being written: left behind by an overhaul, brought in from outside, or begun as the next revision or a copy of one. */
export const sheetDraft = pgTable('sheet_draft', {
  id: uuid().primaryKey().defaultRandom(),
  key: text().notNull(),
  title: text().notNull(),
  document: jsonb().$type<StoredSheet>().notNull(),
  photos: jsonb().$type<DraftLeft['photos']>().notNull().default([]),
  origin: text({ enum: DRAFT_ORIGINS }).notNull().default('job'),
  /** The released revision it was begun from. */
  basedOn: integer('based_on'),
  /** The job that left it; null for what was begun at a desk. */
  jobId: uuid('job_id').unique().references(() => job.id),
  /** Who closed that job, brought it in or began it. */
  by: uuid().notNull().references(() => person.id),
  at: moment('at').notNull().defaultNow(),
  status: text({ enum: DRAFT_STATUSES }).notNull().default('open'),
  /** How many deeds its authors have written into it; the newest has this number. */
  seq: integer().notNull().default(0),
  changedAt: moment('changed_at').notNull().defaultNow(),
  /** What the last reviewer, or the author who handed it in, has to say. */
  remark: text(),
  remarkBy: uuid('remark_by').references(() => person.id),
  /** The revision it became. */
  releasedAs: integer('released_as'),
}, table => [index('sheet_draft_key').on(table.key)])

/** What authors have written into a draft, deed by deed; nothing of it is ever changed. */
export const draftDeed = pgTable('draft_deed', {
  id: uuid().primaryKey(),
  draftId: uuid('draft_id').notNull().references(() => sheetDraft.id),
  n: integer().notNull(),
  by: uuid().notNull().references(() => person.id),
  at: moment('at').notNull().defaultNow(),
  edits: jsonb().$type<Edit[]>().notNull(),
  /** The deed that this one takes back. */
  undoes: integer(),
  /** The revision that was brought in with it, and what of the draft stands against that. */
  carries: integer(),
  left: jsonb().$type<Edit[]>(),
}, table => [unique('draft_deed_number').on(table.draftId, table.n)])

/** Figures of a unit that are others than its sheet says; each change is another version, carried by the jobs that begin after it. */
export const unitBends = pgTable('unit_bends', {
  id: uuid().primaryKey().defaultRandom(),
  unitId: uuid('unit_id').notNull().references(() => unit.id),
  version: integer().notNull(),
  list: jsonb().$type<UnitBend[]>().notNull(),
  /** The job that left them; null for a change at a desk. */
  jobId: uuid('job_id').unique().references(() => job.id),
  by: uuid().notNull().references(() => person.id),
  at: moment('at').notNull().defaultNow(),
}, table => [unique('unit_bends_version').on(table.unitId, table.version)])

/** A figure of one machine that is proposed for all of its kind, and what became of it. */
export const sheetProposal = pgTable('sheet_proposal', {
  /** The event of the bend. */
  id: uuid().primaryKey(),
  sheetKey: text('sheet_key').notNull(),
  /** By which revision the job went. */
  revision: integer().notNull(),
  jobId: uuid('job_id').notNull().references(() => job.id),
  bend: jsonb().$type<Bend>().notNull(),
  /** What it is about, and what it says, in the words of its sheet. */
  name: text().notNull(),
  says: text().notNull(),
  source: text().notNull(),
  note: text(),
  by: uuid().notNull().references(() => person.id),
  at: moment('at').notNull(),
  status: text({ enum: PROPOSAL_STATUSES }).notNull().default('open'),
  reason: text(),
  decidedBy: uuid('decided_by').references(() => person.id),
  decidedAt: moment('decided_at'),
  /** The draft that it went into. */
  draftId: uuid('draft_id').references(() => sheetDraft.id),
}, table => [index('sheet_proposal_key').on(table.sheetKey, table.status)])

/** What was decided about departures from one step of a sheet; a departure after it asks anew. */
export const departureDecision = pgTable('departure_decision', {
  sheetKey: text('sheet_key').notNull(),
  step: text().notNull(),
  says: text({ enum: ['changed', 'refused'] }).notNull(),
  reason: text().notNull(),
  by: uuid().notNull().references(() => person.id),
  at: moment('at').notNull().defaultNow(),
  draftId: uuid('draft_id').references(() => sheetDraft.id),
}, table => [primaryKey({ columns: [table.sheetKey, table.step] })])

/** A picture or paper beside the sheets, kept by its content; its bytes lie in the same folder or bucket as the photos. */
export const attachment = pgTable('attachment', {
  sha256: text().primaryKey(),
  type: text({ enum: ['image/jpeg', 'application/pdf'] }).notNull(),
  bytes: integer().notNull(),
  /** Where it lies: by its own name, or as the photo of a job that it was. */
  storeKey: text('store_key').notNull(),
  by: uuid().notNull().references(() => person.id),
  at: moment('at').notNull().defaultNow(),
})

/** Families, words and frames of this installation; what ships is revision 1 and stands nowhere. */
export const catalogue = pgTable('catalogue', {
  revision: integer().primaryKey(),
  document: jsonb().$type<Catalogue>().notNull(),
  note: text().notNull(),
  releasedBy: uuid('released_by').notNull().references(() => person.id),
  releasedAt: moment('released_at').notNull().defaultNow(),
})
