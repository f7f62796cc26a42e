import type { Departure, JobEvent, JobSetup, JobState, ReadingConditions, ReadingStage, Verdict, PassLine, SealRecord, TighteningPattern } from '#core'
import type { JobRow } from './types'

/** Whether a log is whole: every hash right, and its end where the job says it is. */
export interface ChainState { intact: boolean, brokenAt: number | null, cutOff: boolean, head: string }

/** The whole record of a job, for the screen and as a file. See docs/formats.md. */
export interface Dossier {
  format: 'needler-dossier/1'
  /** Every figure of it is made up. */
  isDemonstration?: true
  job: JobRow & { setup: JobSetup }
  unit: { tag: string; name: string; site: string; timeZone: string; make: string; nameplate: Record<string, string> }
  sheet: { key: string; revision: number; title: string; notice: string }
  state: JobState
  readings: {
    position: string
    name: string
    stage: ReadingStage
    quantity: string
    stations: string[]
    planes: string[]
    values: number[][]
    typed: string[][]
    conditions?: ReadingConditions
    value: number
    verdict: Verdict
    by: string
    at: string
  }[]
  events: (JobEvent & { seq: number; device: string; recordedAt: string; prevHash: string; hash: string })[]
  /** How many events the log has; a page of them is told to a screen, all of them to a file. */
  eventsTotal: number
  refused: { id: string; type: string; code: string; message: string; by: string; at: string }[]
  chain: ChainState
  /** What was written into the sheet at the bench, a line a tap, and the gaps that somebody stands for. */
  growth: { what: string, by: string, at: string }[]
  gapsSigned: { name: string, reason: string, by: string, at: string }[]
  /** Newer revisions that it went on by, with the steps that were done anew for it, and those that stood as they were. */
  takenOver: { from: number, to: number, reopened: string[], past: string[], by: string, at: string }[]
  /** Figures that were others on this machine, and the readings that they judge otherwise. */
  bends: {
    name: string
    says: string
    source: string
    by: string
    at: string
    judged: { stage: ReadingStage, was: Verdict, is: Verdict }[]
  }[]
  /** Worn parts that an engineer lets run on: over which reading, until when, and for what. */
  concessions: { part: string, over: string | null, until: { day?: string, hours?: number }, use: string, by: string, at: string }[]
  /** Ticked steps that stand on a reading whose verdict was worse than the bench had shown. */
  weakened: { step: string; title: string; reading: string; shown: string }[]
  /** Where the work departed from its sheet; `counted` by the names of the parts. */
  departures: {
    step: string
    title: string
    how: Departure
    reason: string
    counted: { part: string; count: number }[]
    by: string
    at: string
    signedBy: string | null
    madeGoodBy: string | null
  }[]
  /** What was seen on the parts, and what people hold for the cause. */
  evidence: {
    found: { on: string, kind: string, place: string, zone: string | null, severity: number, note: string | null, by: string, at: string }[]
    circumstances: string[]
    springs: { on: string, lengthsMm: number[], spreadMm: number, odd: number[], by: string, at: string }[]
    /** `rank` is where the rules had the written cause, from 1. */
    causes: { cause: string | null, words: string, rank: number | null, by: string, at: string }[]
    notLookedAt: number
  }
  seals: SealRecord
  /** How the joints were tightened; torques in N·m. */
  tightening: {
    step: string
    title: string
    joint: string
    count: number
    pattern: TighteningPattern
    lubricant: string | null
    targetNm: number
    sheetTargetNm: number
    signedBy: string | null
    passes: PassLine[]
    remarks: string[]
  }[]
}
