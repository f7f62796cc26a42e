import Joi from 'joi'
import type { DueAnswer, DueReason, IntervalFit, LastsUntil, QuantityKind, ReadingStage, Verdict, WorkingLine } from '#core'

/* What crosses the wire of machines beside their overhauls. */

/** One field of a unit that was changed; `null` is nothing. */
export interface UnitChangeSaid { field: string, before: unknown, after: unknown }

export const day = Joi.string().pattern(/^\d{4}-\d{2}-\d{2}$/, 'a day like 2027-03-12').custom((text: string, helpers) =>
  new Date(text).toString() !== 'Invalid Date' && new Date(text).toISOString().startsWith(text) ? text : helpers.error('any.invalid'))
export const words = (most: number) => Joi.string().trim().min(1).max(most)
const pairs = (most: number) => Joi.object().pattern(words(60), words(200)).max(most)

/** What the office writes of a unit. */
export interface UnitInput {
  tag: string
  site: string
  name: string
  family: string
  make: string
  nameplate: Record<string, string>
  options: Record<string, string>
  sheet: string | null
  nextDue: string | null
  intervalHours: number | null
  regulationDue: string | null
  isCritical: boolean
}

/** A tag as people paint it: it stands in addresses and on labels. */
export const unitTag = Joi.string().pattern(/^[A-Z0-9][A-Z0-9.\-/]{0,23}$/, 'capital letters, digits, dots and hyphens')

export const unitShape = {
  tag: unitTag.invalid('.', '..').pattern(/^[^/]*$/, 'no slash'),
  site: words(60), name: words(120), family: words(80), make: words(80),
  nameplate: pairs(30), options: pairs(30),
  sheet: words(80).allow(null), nextDue: day.allow(null),
  intervalHours: Joi.number().integer().min(1).max(200_000).allow(null), regulationDue: day.allow(null), isCritical: Joi.boolean(),
}

/** A reading of a meter as somebody sends it. `confirmed`: it was asked about, and is true all the same, because … */
export interface HoursInput { at: string, hours: number, wasHours?: number, confirmed?: string }
export const hoursShape = {
  at: Joi.string().isoDate(), hours: Joi.number().min(0).max(1_000_000), wasHours: Joi.number().min(0).max(1_000_000),
  confirmed: words(300),
}

export interface HoursRow {
  id: number
  at: string
  hours: number
  wasHours: number | null
  /** Of the machine, whatever meter counted them. */
  machineHours: number
  source: string
  by: string | null
  confirmed: string | null
}

export interface HoursImportRow extends HoursInput { unit: string }
/** What became of one row of a list; by its place, from 0. */
export interface HoursOutcome { row: number, outcome: 'recorded' | 'known' | 'refused', code?: string, message?: string }

export interface HoursLinkRow {
  id: string, name: string, sites: string[] | null, by: string, at: string, usedAt: string | null, revokedAt: string | null
}

export const PLAN_STATUSES = ['planned', 'started', 'dropped'] as const

/** What logs tell of parts beyond their own job. */
export const PART_NEWS = ['word', 'fitted', 'finding', 'concession', 'outside'] as const
export type PartNewsKind = (typeof PART_NEWS)[number]

/** Who made a unit, changed it or took it out of use. */
export interface UnitHistoryRow { version: number, said: UnitChangeSaid[], note: string | null, by: string, at: string }

/** When a unit comes to its nearest limit, in days; null is never, or not to be told. */
export interface OutlookRow {
  position: string | null
  positionName: string | null
  /** How far it had come from new (0) to its limit (1). */
  share: number | null
  lowDay: string | null
  medianDay: string | null
  highDay: string | null
  dueDay: string | null
  dueReason: DueReason | null
  dueWhat: string | null
  openFindings: number
  concessions: number
}

/** Something that is open on a part of a unit. */
export interface OpenPart {
  job: number
  part: string
  what: 'finding' | 'concession'
  /** What was seen, or the use that it runs on for. */
  said: string | null
  severity: number | null
  positionName: string | null
  quantity: QuantityKind | null
  value: number | null
  untilDay: string | null
  untilHours: number | null
  by: string
  at: string
}

/** Where a piece ran; the unit is null at a site out of reach. */
export interface PieceRun {
  unit: string | null
  hours: number | null
  /** What was read on it last, as found. */
  read: { name: string, quantity: QuantityKind, value: number } | null
}

/** A part that was renewed, with what is written on it and what it has run. */
export interface PartIn {
  part: string
  job: number
  at: string
  /** False for one that was reworked. */
  isNew: boolean
  lot: string | null
  serial: string | null
  hours: number | null
  /** Where the same piece ran before. */
  before: PieceRun[]
}

export interface UnitParts {
  open: OpenPart[]
  parts: PartIn[]
  outside: { part: string, count: number, job: number, at: string }[]
  causes: { job: number, cause: string | null, words: string, by: string, at: string }[]
}

/** What is said at a bench of the time to the next overhaul. */
export interface Lasting { lasts: LastsUntil[], acceptedRisk: number }

/** A reading in the history of its position. */
export interface TrendReading {
  job: number
  stage: ReadingStage
  hours: number | null
  hoursSinceNew: number | null
  life: number
  value: number
  uncertainty: number
  verdict: Verdict
  takenAt: string
}

/** The wear of one position of a unit, with what its sisters say of it. */
export interface PositionTrend {
  position: string
  name: string
  quantity: QuantityKind
  lower: number | null
  upper: number | null
  readings: TrendReading[]
  /** Null while no line can be drawn. Hours are those of the machine. */
  line: { atZero: number, slopePerHour: number, sigma: number, n: number, nu: number, weight: number, differs: boolean, leftOut: number[],
    working: WorkingLine[] } | null
  limit: { value: number, side: 'upper' | 'lower' } | null
  /** Hours from now, null is never; and the days that they come to. */
  reach: Record<'lowHours' | 'medianHours' | 'highHours', number | null> & Record<'lowDay' | 'medianDay' | 'highDay', string | null> | null
  share: number | null
  /** What would help, where nothing can be told. */
  help: string | null
  /** Points of sisters, for a faint background. */
  sisters: { tag: string, points: { hoursSinceNew: number, value: number }[] }[]
}

export interface WearAnswer {
  nowHours: number
  perDay: { perDay: number, spread: number } | null
  positions: PositionTrend[]
  dues: DueAnswer[]
  interval: IntervalFit
}
