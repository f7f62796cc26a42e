import type {
  Actor,
  Agreement,
  Catalogue,
  EventBodies,
  EventType,
  JobSetup,
  JobState,
  QuantityKind,
  ReadingStage,
  RecordedEvent,
  RuleDocument,
  Verdict,
  OpenedWith,
} from '#core'
import type { Role } from '../rights'
import type { OutlookRow, UnitHistoryRow } from './fleet'
import type { BadgeRow, EntryWay, HouseHere } from './house'
import type { LinkState, StreamedValue } from './instrument-stream'
import type { CalibrationInput } from './instruments'
import type { PlanRow } from './stores'
import type { Topic } from './topics'

/** The rules by which causes are ranked, as they stand; the shipped ones have nobody who released them. */
export interface RulesAnswer { document: RuleDocument, note: string | null, by: string | null, at: string | null }

/** Families, words and frames as they stand. */
export interface CatalogueAnswer { document: Catalogue, note: string | null, by: string | null, at: string | null }

/** A past failure with its written cause, and the place that rules give it: at that time, by those that stand, by those that are tried. */
export interface RuleCase {
  job: string
  number: number
  tag: string
  family: string
  cause: string
  then: number | null
  standing: number
  tried: number
}

export interface DryRunAnswer { cases: RuleCase[], standing: Agreement[], tried: Agreement[], isAll: boolean }

/** The signed-in person as the interface knows them. */
export interface Person {
  id: string
  login: string
  name: string
  role: Role
  /** Keys of the sites this sign-in covers; null for all. */
  sites: string[] | null
}

/** A person as the session tells the interface. */
export interface SessionPerson extends Person {
  /** They have come in with a badge: the office is closed to them. */
  byBadge: boolean
}

/** Who is here, what this device is, and what this installation is. */
export interface SessionAnswer {
  person: SessionPerson | null
  /** Nobody is in this installation yet: its first admin is to be made. */
  setUp?: true
  /** This is the demonstration. */
  isDemo?: true
  /** No overhaul was closed here yet. */
  isFirstDay?: true
  /** Nobody else could release a hold point. */
  isAlone?: true
  /** What this tablet of the house is. */
  house?: HouseHere
  /** It has rested; whose bench it is until somebody enters. */
  lockedFor?: string
}

/** One line of the office's list. */
export interface PersonRow extends Person {
  active: boolean
  demo: boolean
  hasPin: boolean
  /** Until when the code with which they come in is good; null where none stands. */
  codeUntil: string | null
  hasPassword: boolean
  badges: BadgeRow[]
  sessions: number
  seen: string | null
}

/** A sign-in that stands, and its device. */
export interface SessionRow {
  id: string
  person: string
  name: string
  device: string
  address: string
  agent: string
  since: string
  seen: string
  way: EntryWay
  /** The tablet of the house that the device is. */
  tablet: string | null
  /** The one that asks. */
  isThis: boolean
}

/** An error as every route answers it (RFC 9457). */
export interface ProblemDetails {
  type: string
  title: string
  status: number
  detail: string
  code: string
  [more: string]: unknown
}

export interface SiteRow { key: string, name: string, timeZone: string, units: number, openJobs: number }

/** A machine sheet in the library, its newest revision. */
export interface SheetRow {
  key: string
  revision: number
  title: string
  family: string
  parts: number
  steps: number
  positions: number
  joints: number
  releasedAt: string
  sha256: string
  /** How many units are overhauled by it. */
  units: number
}

export interface UnitRow {
  tag: string
  name: string
  family: string
  site: string
  runningHours: number
  isCritical: boolean
  isRetired: boolean
  outlook: OutlookRow | null
  hasSheet: boolean
  /** Its next planned job; of lists. */
  planned?: { day: string, kit: PlanRow['kit'] } | null
  openJob: { id: string, number: number, stepsDone: number, stepsTotal: number, currentStep: string | null, timer: TimerRow | null } | null
}

/** The wait of a job that ends first. */
export interface TimerRow { name: string, endsAt: string }

export interface YardAnswer { sites: SiteRow[], units: UnitRow[], total: number }

export interface JobRow {
  id: string
  number: number
  reason: string
  status: 'open' | 'closed'
  stepsDone: number
  stepsTotal: number
  currentStep: string | null
  timer: TimerRow | null
  openedAt: string
  closedAt: string | null
}

export interface ReadingRow {
  jobNumber: number
  position: string
  positionName: string
  stage: ReadingStage
  quantity: string
  /** Mean at 20 °C, or the greatest total reading of a run-out. */
  value: number
  /** As they were read, by station and plane. */
  values: number[][]
  verdict: Verdict
  takenAt: string
}

/** One instrument of the shop; numbers in the SI base of its quantity. */
export interface InstrumentRow {
  tag: string
  kind: string
  name: string
  quantity: QuantityKind
  rangeFrom: number
  rangeTo: number
  /** Expanded uncertainty U (k = 2). */
  uncertainty: number
  step: number
  alphaPerK: number
  /** The last day that its calibration covers, `2027-03-12`. */
  calibratedUntil: string
  serial: string | null
  /** Key of the site where it lies; null for the whole shop. */
  site: string | null
  retired: boolean
  /** How its lines look where it is plugged into the tablet itself; null where it is not. */
  linePattern: string | null
  baudRate: number
}

/** A calibration as the register keeps it. */
export interface CalibrationRow extends Omit<CalibrationInput, 'note'> { id: number, note: string | null, enteredBy: string | null }

/** A reading or a pull that was taken with an instrument which was found out of tolerance afterwards. */
export interface SuspectRow { event: string, job: string, jobNumber: number, unit: string, what: string, by: string, at: string }

/** An instrument with its history; `suspect`: taken since its last good calibration, at most 500, the newest first. */
export interface InstrumentHistory {
  instrument: InstrumentRow
  calibrations: CalibrationRow[]
  suspect: SuspectRow[]
  suspectTotal: number
}

export interface UnitAnswer {
  unit: Omit<UnitRow, 'openJob'> & {
    siteName: string
    timeZone: string
    make: string
    /** By the calendar, after so many hours, by a rule. */
    nextDue: string | null
    intervalHours: number | null
    regulationDue: string | null
    version: number
    history: UnitHistoryRow[]
    nameplate: Record<string, string>
    options: Record<string, string>
    sheet: { key: string; title: string; revision: number; sha256: string } | null
    /** Figures that are others on this unit than its sheet says. */
    bends: { name: string, says: string, source: string, by: string, at: string }[]
    /** What its last overhaul without a released sheet has left behind. */
    draft: { id: string, at: string } | null
  }
  jobs: JobRow[]
  readings: ReadingRow[]
}

/** An overhaul of another machine of the same kind, whose findings may lie beside those of this one. */
export interface SisterJob { id: string, number: number, tag: string, openedAt: string, reason: string }

/** The place in a log that something was seen at. */
export interface LogHead { seq: number, hash: string }

/** An event with its place in the log and the hash that covers it and all before it. */
export type LoggedEvent = RecordedEvent & { hash: string }

/** Everything the bench needs to fold a job: a snapshot and what came after it. */
export interface JobBundle {
  /** `site` and `timeZone` are missing in what an earlier version of the app has kept. */
  job: JobRow & { setup: JobSetup, unitTag: string, unitName: string, siteName: string, site?: string, timeZone?: string }
  sheet: OpenedWith
  /** What it has taken over since, the newest last. */
  later: OpenedWith[]
  /** A released revision that is newer than the one it goes by, with what was written to its release. */
  newer: (OpenedWith & { note: string | null, by: string | null }) | null
  snapshot: { seq: number, state: JobState } | null
  events: LoggedEvent[]
  /** The newest event that the server knows and its hash: what a signature without the link refers to. */
  head: LogHead
  /** Public key for signatures given without the link; null where this installation takes none. */
  sealKey: string | null
}

export interface EventDraft<T extends EventType = EventType> {
  id: string
  type: T
  happenedAt: string
  body: EventBodies[T]
  /** The tap it belongs to, where that made several events. */
  deed?: string
  /** Of an event that a second person has signed without the link. */
  sealed?: SealedSignature
}

/**
 * A signature given without the link, for the server alone to open: a fresh AES-GCM key wrapped with its RSA key, the initial value, and
 * the text (with its tag at the end); all base64.
 */
export interface SealedSignature { key: string, iv: string, text: string }

/**
 * `actor` is who signed, when it was not the sender; `body` is what was recorded, where it is not what was sent (facts of an instrument
 * come from the register).
 */
export type AppendResult
  = | { id: string, outcome: 'recorded' | 'duplicate', seq: number, hash: string, actor?: Actor, body?: EventBodies[EventType] }
    | { id: string, outcome: 'refused', code: string, message: string }

/**
 * What the live channel says: there is news of a topic, of a job with the number of events it has now. `resync` after a gap in listening.
 */
export type LiveMessage
  = | { kind: 'news', topic: Topic, seq?: number }
    | { kind: 'resync' }
    /** Of an instrument that this bench has: what it shows, and how its line stands. */
    | { kind: 'value', topic: Topic } & StreamedValue
    | { kind: 'link', topic: Topic, state: LinkState, sentence: string }
