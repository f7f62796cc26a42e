import type { Verdict } from '../metrology'
import type { Depth, MarkWay, ReadingStage } from '../sheet'

export const DISPOSITIONS = ['reuse', 'repair', 'replace', 'scrap'] as const
export type Disposition = (typeof DISPOSITIONS)[number]

export const MARK_RESULTS = ['matches', 'does not match', 'lost'] as const
export type MarkResult = (typeof MARK_RESULTS)[number]

/** The answer of a hand check that is as the sheet expects. */
export const AS_IT_SHOULD = 'as-it-should'

/** What is settled when a job starts; together with the sheet it gives the sheet of the job. */
export interface JobSetup {
  /** Options of the unit, as they were. */
  options?: Record<string, string>
  depth?: Depth
  /** Only as far as this part or position. */
  target?: string
}

/**
 * With what and how warm a reading was taken. It travels with the reading, so that its verdict never changes because a register of
 * instruments did.
 */
export interface ReadingConditions {
  /**
   * Expanded uncertainty U (k = 2) in the SI base of the quantity; the last day its calibration covers, `2027-03-12`. The server writes them
   * down from its register; `unknown` says that the register has no such instrument, and then they are the bench's own word.
   */
  instrument?: { tag: string, uncertainty: number, calibratedUntil: string, unknown?: true }
  /** What the thermometers said and how part and instrument expand, per K. Lengths only; 20 °C is assumed without it. */
  temperature?: { partC: number, instrumentC: number, alphaPart: number, alphaInstrument: number }
}

/** What can happen at the bench, and what is written down of it. */
export interface EventBodies {
  'job-opened': { reason: string } & JobSetup
  /** `counted` is what was counted, piece by piece, if the person counted. */
  'step-done': { step: string, counted?: { part: string, count: number }[] }
  'hold-released': { step: string }
  'mark-made': { mark: string, way: MarkWay, angleDeg?: number, note?: string }
  'mark-checked': { mark: string, result: MarkResult, note?: string }
  /**
   * `values[station][plane]` in the SI base of the position's quantity, as the instrument showed them; `typed` is what the person wrote, cell by
   * cell. `shown` is the verdict that the bench had shown, where the register of instruments has made it worse.
   */
  'reading-taken': { position: string, stage: ReadingStage, values: number[][], typed: string[][], conditions?: ReadingConditions, shown?: Verdict }
  'part-bagged': { part: string, count: number, tag: string }
  'part-disposed': { part: string, disposition: Disposition, reason?: string }
  /** From and to: a tag, or one of the places of the account. */
  'part-moved': { part: string, count: number, from: string, to: string, reason?: string }
  /** A piece that has its own place was put into it; both are names from the list of the part. */
  'piece-placed': { part: string, piece: string, place: string }
  /** The 12 o'clock of a part was agreed and can be seen. */
  'index-set': { part: string, note?: string }
  'way-chosen': { choice: string, way: string, reason?: string }
  /** The step goes on before its time is up, and somebody stands for it. */
  'wait-cut': { step: string, reason: string }
  'hand-checked': { step: string, check: string, answer: string }
  /** One rung of the extraction ladder was tried. */
  'extraction-tried': { step: string, rung: number, moved: boolean, reason?: string }
  'photo-added': { photo: string, step?: string, part?: string, mark?: string, caption?: string }
  /** The picture of a photo has arrived and is kept; SHA-256 of what is kept, in hex. Made by the server. */
  'photo-kept': { photo: string, sha256: string }
  /** The work goes back to a step: it and everything above it is open again. */
  'gone-back': { step: string, reason: string }
  'note-added': { text: string, step?: string, part?: string }
  /** Takes an earlier event back; both stay in the log. */
  'undone': { event: string }
  'job-closed': { remark?: string }
}

export type EventType = keyof EventBodies

export interface Actor {
  id: string
  name: string
}

/** One thing that happened in a job. The order of the log decides, not the bench clock. */
export type JobEvent = {
  [T in EventType]: {
    /** UUID made where the event happened; sending it twice records it once. */
    id: string
    type: T
    body: EventBodies[T]
    actor: Actor
    /** Bench clock, ISO 8601 in UTC. */
    happenedAt: string
  }
}[EventType]

/** An event that has its place in the log: 1, 2, 3 … without gaps. */
export type RecordedEvent = JobEvent & { seq: number }
