import type { MarkWay, ReadingStage } from '../sheet'

export const DISPOSITIONS = ['reuse', 'repair', 'replace', 'scrap'] as const
export type Disposition = (typeof DISPOSITIONS)[number]

export const MARK_RESULTS = ['matches', 'does not match', 'lost'] as const
export type MarkResult = (typeof MARK_RESULTS)[number]

/** What can happen at the bench, and what is written down of it. */
export interface EventBodies {
  'job-opened': { reason: string }
  'step-done': { step: string }
  'hold-released': { step: string }
  'mark-made': { mark: string, way: MarkWay, note?: string }
  'mark-checked': { mark: string, result: MarkResult, note?: string }
  /** `values[station][plane]` in the SI base of the position's quantity; `typed` is what the person wrote, cell by cell. */
  'reading-taken': { position: string, stage: ReadingStage, values: number[][], typed: string[][] }
  'part-bagged': { part: string, count: number, tag: string }
  'part-disposed': { part: string, disposition: Disposition, reason?: string }
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
