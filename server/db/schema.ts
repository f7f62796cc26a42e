import { sql } from 'drizzle-orm'
import {
  bigint,
  bigserial,
  boolean,
  check,
  date,
  doublePrecision,
  index,
  integer,
  json,
  jsonb,
  pgTable,
  primaryKey,
  serial,
  smallint,
  text,
  unique,
  uniqueIndex,
  uuid,
  varchar,
} from 'drizzle-orm/pg-core'
import type { JobSetup, JobState, QuantityKind, RuleDocument } from '#core'
import { CALIBRATION_RESULTS } from '#shared/calibration-results'
import { ROLES } from '#shared/rights'
import { ENTRY_WAYS } from '#shared/wire/house'
import { moment } from './columns'
import { sheet } from './schema-sheets'

export * from './schema-fleet'
export * from './schema-house'
export * from './schema-sheets'
export * from './schema-stores'

const quoted = (values: readonly string[]) => sql.raw(values.map(value => `'${value}'`).join(', '))

export const site = pgTable('site', {
  key: text().primaryKey(),
  name: text().notNull(),
  place: smallint().notNull().default(0),
  /** As the IANA names it; times of the site's records and days are shown in it. */
  timeZone: text('time_zone').notNull().default('UTC'),
  /** Nothing new begins there any more; its record stays. */
  closedAt: moment('closed_at'),
  /** One more with every change. */
  version: integer().notNull().default(1),
})

export const person = pgTable('person', {
  id: uuid().primaryKey().defaultRandom(),
  login: text().notNull().unique(),
  name: text().notNull(),
  role: text({ enum: ROLES }).notNull(),
  /** Null until they have come in with the code of the office. */
  passwordHash: text('password_hash'),
  /** For signing at the bench of somebody else; null cannot sign there. */
  pinHash: text('pin_hash'),
  /** Null covers all sites. */
  sites: text().array(),
  active: boolean().notNull().default(true),
  /** Of the demonstration, with a published password: refused where the demonstration is not wanted. */
  demo: boolean().notNull().default(false),
}, table => [check('person_role', sql`${table.role} in (${quoted(ROLES)})`)])

/** A sign-in at one device. Its cookie is worth nothing once it has ended, whatever the cookie itself says. */
export const session = pgTable('session', {
  id: uuid().primaryKey(),
  personId: uuid('person_id').notNull().references(() => person.id),
  device: uuid().notNull(),
  createdAt: moment('created_at').notNull().defaultNow(),
  seenAt: moment('seen_at').notNull().defaultNow(),
  endsAt: moment('ends_at').notNull(),
  endedAt: moment('ended_at'),
  address: text().notNull(),
  agent: text().notNull(),
  way: text({ enum: ENTRY_WAYS }).notNull().default('password'),
  /** Its tablet of the house has rested for too long: somebody enters anew before it does anything. */
  lockedAt: moment('locked_at'),
}, table => [index('session_device').on(table.device), index('session_person').on(table.personId, table.createdAt)])

/** Devices at which a person has signed in or signed with the right secret: those keep a budget of tries of their own. */
export const knownDevice = pgTable('known_device', {
  personId: uuid('person_id').notNull().references(() => person.id),
  device: uuid().notNull(),
  lastAt: moment('last_at').notNull().defaultNow(),
}, table => [primaryKey({ columns: [table.personId, table.device] }), index('known_device_device').on(table.device)])

/** Counters of tries, in the shape that rate-limiter-flexible keeps them. */
export const rateLimit = pgTable('rate_limit', {
  key: varchar({ length: 255 }).primaryKey(),
  points: integer().notNull().default(0),
  /** Milliseconds since 1970; null never runs out. */
  expire: bigint({ mode: 'number' }),
})

/** The one-time code, printed at the start of an empty installation, with which its first admin is made. */
export const setUpCode = pgTable('set_up_code', {
  id: smallint().primaryKey().default(1),
  codeHash: text('code_hash').notNull(),
}, table => [check('set_up_code_only_one', sql`${table.id} = 1`)])

/** The one pair of keys with which signatures given without the link are sealed on the device and opened here. */
export const sealKey = pgTable('seal_key', {
  id: smallint().primaryKey().default(1),
  /** SPKI, base64. */
  publicKey: text('public_key').notNull(),
  /** PKCS #8 in PEM, encrypted with a secret that is not in the database. */
  privateKey: text('private_key').notNull(),
}, table => [check('seal_key_only_one', sql`${table.id} = 1`)])

/** What the shop measures with. A reading carries the facts it was taken under; this is where they are looked up. */
export const instrument = pgTable('instrument', {
  tag: text().primaryKey(),
  /** As sheets call it: micrometer, bore gauge, dial indicator … */
  kind: text().notNull(),
  name: text().notNull(),
  quantity: text().$type<QuantityKind>().notNull(),
  /** Range, expanded uncertainty U (k = 2) and step, in the SI base of the quantity. */
  rangeFrom: doublePrecision('range_from').notNull(),
  rangeTo: doublePrecision('range_to').notNull(),
  uncertainty: doublePrecision().notNull(),
  step: doublePrecision().notNull(),
  /** How it expands, per K; 0 for what does not. */
  alphaPerK: doublePrecision('alpha_per_k').notNull().default(0),
  /** The last day that its calibration covers. */
  calibratedUntil: date('calibrated_until', { mode: 'string' }).notNull(),
  serial: text(),
  /** Where it lies; null for the whole shop. */
  siteKey: text('site_key').references(() => site.key),
  /** Out of use for good. Its readings stay. */
  retired: boolean().notNull().default(false),
  /** How its lines look where it is plugged into the tablet itself: `{value}` where the number stands. */
  linePattern: text('line_pattern'),
  baudRate: integer('baud_rate').notNull().default(9600),
}, table => [check('instrument_uncertainty', sql`${table.uncertainty} >= 0 and ${table.rangeFrom} <= ${table.rangeTo}`)])

/** Every calibration of an instrument. What one of them found out of tolerance makes readings before it doubtful. */
export const calibration = pgTable('calibration', {
  id: bigserial({ mode: 'number' }).primaryKey(),
  tag: text().notNull().references(() => instrument.tag),
  day: date({ mode: 'string' }).notNull(),
  until: date({ mode: 'string' }).notNull(),
  certificate: text().notNull(),
  result: text({ enum: CALIBRATION_RESULTS }).notNull(),
  uncertainty: doublePrecision().notNull(),
  note: text(),
  enteredBy: uuid('entered_by').references(() => person.id),
  enteredAt: moment('entered_at').notNull().defaultNow(),
}, table => [unique('calibration_day').on(table.tag, table.day)])

/** At which bench a linked instrument is; over after its time unless that bench says that it is still there. */
export const instrumentLease = pgTable('instrument_lease', {
  tag: text().primaryKey().references(() => instrument.tag),
  sessionId: uuid('session_id').notNull(),
  personId: uuid('person_id').notNull().references(() => person.id),
  until: moment('until').notNull(),
})

/** Revisions of the rules by which causes are ranked; the newest of a key stands. Without one the shipped rules do. */
export const evidenceRules = pgTable('evidence_rules', {
  id: uuid().primaryKey().defaultRandom(),
  key: text().notNull(),
  revision: integer().notNull(),
  document: jsonb().$type<RuleDocument>().notNull(),
  note: text().notNull(),
  releasedBy: uuid('released_by').notNull().references(() => person.id),
  releasedAt: moment('released_at').notNull().defaultNow(),
}, table => [unique('evidence_rules_revision').on(table.key, table.revision)])

export const unit = pgTable('unit', {
  id: uuid().primaryKey().defaultRandom(),
  tag: text().notNull().unique(),
  siteKey: text('site_key').notNull().references(() => site.key),
  name: text().notNull(),
  family: text().notNull(),
  make: text().notNull(),
  /** `json`, because `jsonb` would forget the order in which a nameplate reads. */
  nameplate: json().$type<Record<string, string>>().notNull().default({}),
  /** Option of its sheet → value. */
  options: jsonb().$type<Record<string, string>>().notNull().default({}),
  /** Key of the sheet it is overhauled by; null while there is none. */
  sheetKey: text('sheet_key'),
  /** The newest of its meter, whatever meter counted them; see `running_hours`. */
  runningHours: doublePrecision('running_hours').notNull().default(0),
  /** By the calendar. */
  nextDue: date('next_due', { mode: 'string' }),
  /** An overhaul after each so many hours. */
  intervalHours: integer('interval_hours'),
  /** What a rule asks for. */
  regulationDue: date('regulation_due', { mode: 'string' }),
  /** Nobody can do without it: less is risked. */
  isCritical: boolean('is_critical').notNull().default(false),
  retiredAt: moment('retired_at'),
  /** One more with every change. */
  version: integer().notNull().default(1),
}, table => [index('unit_site').on(table.siteKey, table.tag), index('unit_kind').on(table.sheetKey)])

export const job = pgTable('job', {
  id: uuid().primaryKey().defaultRandom(),
  number: serial().notNull().unique(),
  unitId: uuid('unit_id').notNull().references(() => unit.id),
  sheetId: uuid('sheet_id').notNull().references(() => sheet.id),
  reason: text().notNull(),
  /** What was settled at the start; with the sheet it gives the sheet of the job. */
  setup: jsonb().$type<JobSetup>().notNull().default({}),
  status: text({ enum: ['open', 'closed'] }).notNull().default('open'),
  /** Number of the newest event; the log has exactly 1 … seq. */
  seq: integer().notNull().default(0),
  headHash: text('head_hash').notNull().default(''),
  stepsDone: integer('steps_done').notNull().default(0),
  stepsTotal: integer('steps_total').notNull(),
  currentStep: text('current_step'),
  /** The wait that ends first, for lists; null while nothing runs. */
  timerName: text('timer_name'),
  timerEndsAt: moment('timer_ends_at'),
  openedAt: moment('opened_at').notNull().defaultNow(),
  closedAt: moment('closed_at'),
}, table => [
  index('job_unit').on(table.unitId, table.openedAt),
  uniqueIndex('job_one_open_per_unit').on(table.unitId).where(sql`${table.status} = 'open'`),
])

/** The folded state at some event; derived, may be thrown away at any time. */
export const jobSnapshot = pgTable('job_snapshot', {
  jobId: uuid('job_id').primaryKey().references(() => job.id),
  seq: integer().notNull(),
  /** `STATE_FORMAT` of the state; one of another format is ignored, and the log folded anew. */
  format: integer().notNull().default(0),
  /** `json`: written and read whole, never looked into, so the database need not take it apart. */
  state: json().$type<JobState>().notNull(),
})

export const jobEvent = pgTable('job_event', {
  id: uuid().primaryKey(),
  jobId: uuid('job_id').notNull().references(() => job.id),
  seq: integer().notNull(),
  type: text().notNull(),
  body: jsonb().$type<Record<string, unknown>>().notNull(),
  actorId: uuid('actor_id').notNull().references(() => person.id),
  actorName: text('actor_name').notNull(),
  device: uuid().notNull(),
  happenedAt: moment('happened_at').notNull(),
  recordedAt: moment('recorded_at').notNull(),
  /** What the events of one tap share: they are taken back together. */
  deed: uuid(),
  prevHash: text('prev_hash').notNull(),
  hash: text().notNull(),
}, table => [
  unique('job_event_job_seq').on(table.jobId, table.seq),
  // Failures are compared, and rules tried on them; drafts are looked for: few of the jobs have any of it.
  index('job_event_rare').on(table.jobId, table.type).where(sql`type in ('cause-written', 'departure-made', 'finding-noted', 'reach-said', 'sheet-grown')`),
])

/** Events that came too late or were not allowed: kept for their author, never folded. */
export const jobEventRefused = pgTable('job_event_refused', {
  refusal: bigserial({ mode: 'number' }).primaryKey(),
  id: uuid().notNull(),
  jobId: uuid('job_id').notNull().references(() => job.id),
  type: text().notNull(),
  body: jsonb().$type<Record<string, unknown>>().notNull(),
  actorId: uuid('actor_id').notNull().references(() => person.id),
  actorName: text('actor_name').notNull(),
  device: uuid().notNull(),
  happenedAt: moment('happened_at').notNull(),
  refusedAt: moment('refused_at').notNull().defaultNow(),
  code: text().notNull(),
  message: text().notNull(),
}, table => [unique('job_event_refused_once').on(table.jobId, table.id)])

/** What is known of a stored photo; its bytes lie in a folder or a bucket. */
export const photo = pgTable('photo', {
  id: uuid().primaryKey(),
  jobId: uuid('job_id').notNull().references(() => job.id),
  /** SHA-256 of what was sent, so that sending it again can be told from sending another. */
  sourceSha256: text('source_sha256').notNull(),
  /** SHA-256 and size of what is kept. */
  sha256: text().notNull(),
  bytes: integer().notNull(),
  keptAt: moment('kept_at').notNull().defaultNow(),
}, table => [index('photo_job').on(table.jobId)])

/** Read model: readings that stand, with their verdict, for the unit and the fleet. */
export const reading = pgTable(
  'reading',
  {
    eventId: uuid('event_id')
      .notNull()
      .references(() => jobEvent.id),
    jobId: uuid('job_id')
      .notNull()
      .references(() => job.id),
    unitId: uuid('unit_id')
      .notNull()
      .references(() => unit.id),
    sheetKey: text('sheet_key').notNull(),
    position: text().notNull(),
    stage: text({ enum: ['as-found', 'as-left'] }).notNull(),
    /** The one number that stands for it: mean at 20 °C, or the greatest total reading of a run-out. */
    value: doublePrecision().notNull(),
    verdict: text({ enum: ['in', 'doubtful', 'out'] }).notNull(),
    /** As its sheet called it then. */
    name: text().notNull().default(''),
    quantity: text().$type<QuantityKind>().notNull().default('length'),
    part: text().notNull().default(''),
    /** How far it may wear. */
    lower: doublePrecision(),
    upper: doublePrecision(),
    /** U (k = 2), in the unit of the value. */
    uncertainty: doublePrecision().notNull().default(0),
    /** What the machine had run, where its log says so. */
    hours: doublePrecision(),
    /** What is written on the new piece that it was taken on, where its job says so. */
    serial: text(),
    /** It was replaced, reworked or set anew before this was read. */
    isRenewed: boolean('is_renewed').notNull().default(false),
    /** What was read went out for good. */
    isGone: boolean('is_gone').notNull().default(false),
    takenAt: moment('taken_at').notNull(),
  },
  table => [
    primaryKey({ columns: [table.eventId] }),
    index('reading_job').on(table.jobId),
    // How one machine has changed, and where all machines of a kind stand.
    index('reading_unit').on(table.unitId, table.position, table.takenAt),
    index('reading_fleet').on(table.sheetKey, table.position, table.stage, table.takenAt),
  ],
)

/** Which version of each read model is in the database. */
export const readModel = pgTable('read_model', {
  name: text().primaryKey(),
  version: integer().notNull(),
})
