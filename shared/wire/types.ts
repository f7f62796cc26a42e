import type { Actor, EventBodies, EventType, JobEvent, JobSetup, JobState, QuantityKind, ReadingConditions, ReadingStage, RecordedEvent, Verdict } from '#core'
import type { Role } from '../rights'

/** The signed-in person as the interface knows them. */
export interface Person {
  id: string
  login: string
  name: string
  role: Role
  /** Keys of the sites this sign-in covers; null for all. */
  sites: string[] | null
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

export interface SiteRow { key: string, name: string, units: number, openJobs: number }

export interface UnitRow {
  tag: string
  name: string
  family: string
  site: string
  runningHours: number
  nextDue: string | null
  hasSheet: boolean
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
}

export interface UnitAnswer {
  unit: Omit<UnitRow, 'openJob'> & { siteName: string, make: string, nameplate: Record<string, string>, options: Record<string, string>, sheet: { key: string, title: string, revision: number } | null }
  jobs: JobRow[]
  readings: ReadingRow[]
}

/** Everything the bench needs to fold a job: a snapshot and what came after it. */
export interface JobBundle {
  job: JobRow & { setup: JobSetup, unitTag: string, unitName: string, siteName: string }
  sheet: { key: string, revision: number }
  snapshot: { seq: number, state: JobState } | null
  events: RecordedEvent[]
  /** Public key for signatures given without the link. */
  sealKey: string
}

export interface EventDraft<T extends EventType = EventType> {
  id: string
  type: T
  happenedAt: string
  body: EventBodies[T]
  /** Name and PIN of a second person who signed without the link, sealed with the server's key; base64. */
  sealed?: string
}

/** `actor` is who signed, when it was not the sender. */
export type AppendResult
  = | { id: string, outcome: 'recorded' | 'duplicate', seq: number, actor?: Actor }
    | { id: string, outcome: 'refused', code: string, message: string }

/** The whole record of a job, for the screen and as a file. See docs/formats.md. */
export interface Dossier {
  format: 'needler-dossier/1'
  job: JobRow & { setup: JobSetup }
  unit: { tag: string, name: string, site: string, make: string, nameplate: Record<string, string> }
  sheet: { key: string, revision: number, title: string, notice: string }
  state: JobState
  readings: { position: string, name: string, stage: ReadingStage, quantity: string, stations: string[], planes: string[], values: number[][], typed: string[][], conditions?: ReadingConditions, value: number, verdict: Verdict, by: string, at: string }[]
  events: (JobEvent & { seq: number, device: string, recordedAt: string, prevHash: string, hash: string })[]
  refused: { id: string, type: string, code: string, message: string, by: string, at: string }[]
  chain: { intact: boolean, brokenAt: number | null, head: string }
}

/** What the live channel says: this job has grown to this number of events. `resync` after a gap in listening. */
export type LiveMessage = { kind: 'grown', job: string, seq: number } | { kind: 'resync' }
