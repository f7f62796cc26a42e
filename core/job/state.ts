import type { MarkWay, ReadingStage } from '../sheet'
import type { Disposition, MarkResult } from './events'

/** Who did it and when, and the event that says so. */
export interface Stamp {
  event: string
  /** Which event of the log it was: 1, 2, 3 … */
  n: number
  by: string
  byId: string
  at: string
}

export interface MarkMade extends Stamp { mark: string, way: MarkWay, note?: string }
export interface MarkChecked extends Stamp { mark: string, result: MarkResult, note?: string }
export interface ReadingTaken extends Stamp { position: string, stage: ReadingStage, values: number[][], typed: string[][] }
export interface PartBagged extends Stamp { part: string, count: number, tag: string }
export interface PartDisposed extends Stamp { part: string, disposition: Disposition, reason?: string }
export interface Note extends Stamp { text: string, step?: string, part?: string }

/**
 * The state of a job: plain JSON, so that it can be kept as a snapshot. Every entry carries the event it came from; taking
 * that event back takes the entry out. Of several entries on one thing the last one counts.
 */
export interface JobState {
  /** How many events are folded in. */
  events: number
  opened: (Stamp & { reason: string }) | null
  closed: (Stamp & { remark?: string }) | null
  done: Record<string, Stamp>
  released: Record<string, Stamp>
  marksMade: MarkMade[]
  marksChecked: MarkChecked[]
  readings: ReadingTaken[]
  bags: PartBagged[]
  dispositions: PartDisposed[]
  notes: Note[]
}

export function emptyState(): JobState {
  return { events: 0, opened: null, closed: null, done: {}, released: {}, marksMade: [], marksChecked: [], readings: [], bags: [], dispositions: [], notes: [] }
}

const last = <T>(list: readonly T[], where: (item: T) => boolean): T | undefined => list.findLast(where)

/** How the mark was made, the last time it was; undefined when it is not there. */
export const markMade = (state: JobState, mark: string) => last(state.marksMade, m => m.mark === mark)

/** The last check of a mark on the way up. */
export const markChecked = (state: JobState, mark: string) => last(state.marksChecked, m => m.mark === mark)

/** The reading that counts for a position at a stage: the last one taken. */
export const readingAt = (state: JobState, position: string, stage: ReadingStage) =>
  last(state.readings, r => r.position === position && r.stage === stage)

/** What was last decided about a part. */
export const dispositionOf = (state: JobState, part: string) => last(state.dispositions, d => d.part === part)
