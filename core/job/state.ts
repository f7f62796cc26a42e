import type { Verdict } from '../metrology'
import type { Depth, MarkWay, ReadingStage, Sheet } from '../sheet'
import { partAccount, type PartLine, type PartMove, type Progress } from '../teardown'
import type { Disposition, MarkResult, ReadingConditions } from './events'

/** Who did it and when, and the event that says so. */
export interface Stamp {
  event: string
  /** Which event of the log it was: 1, 2, 3 … */
  n: number
  by: string
  byId: string
  at: string
}

/** Marks an entry of a step that was opened again: the event that went back. It stays in the record and counts no more. */
interface Overtaken { overtaken?: string }

export interface MarkMade extends Stamp { mark: string, way: MarkWay, angleDeg?: number, note?: string }
export interface MarkChecked extends Stamp, Overtaken { mark: string, result: MarkResult, note?: string }
export interface ReadingTaken extends Stamp, Overtaken { position: string, stage: ReadingStage, values: number[][], typed: string[][], conditions?: ReadingConditions, shown?: Verdict }
export interface PartMoved extends Stamp, PartMove { reason?: string }
export interface PartDisposed extends Stamp { part: string, disposition: Disposition, reason?: string }
export interface PiecePlaced extends Stamp, Overtaken { part: string, piece: string, place: string }
export interface HandChecked extends Stamp, Overtaken { step: string, check: string, answer: string }
export interface ExtractionTried extends Stamp { step: string, rung: number, moved: boolean, reason?: string }
export interface Photo extends Stamp { photo: string, step?: string, part?: string, mark?: string, caption?: string }
export interface Note extends Stamp { text: string, step?: string, part?: string }
export interface WentBack extends Stamp {
  step: string
  reason: string
  /** What was ticked and released before and is open again. */
  reopened: Record<string, Stamp>
  released: Record<string, Stamp>
}

/**
 * The state of a job: plain JSON, so that it can be kept as a snapshot. Every entry carries the event it came from; taking
 * that event back takes the entry out. Of several entries on one thing the last one counts.
 */
export interface JobState {
  /** How many events are folded in. */
  events: number
  opened: (Stamp & { reason: string, options?: Record<string, string>, depth?: Depth, target?: string }) | null
  closed: (Stamp & { remark?: string }) | null
  done: Record<string, Stamp>
  released: Record<string, Stamp>
  ways: Record<string, Stamp & { way: string, reason?: string }>
  waitsCut: Record<string, Stamp & { reason: string }>
  indexed: Record<string, Stamp & { note?: string }>
  marksMade: MarkMade[]
  marksChecked: MarkChecked[]
  readings: ReadingTaken[]
  moves: PartMoved[]
  dispositions: PartDisposed[]
  placed: PiecePlaced[]
  handChecks: HandChecked[]
  tried: ExtractionTried[]
  photos: Photo[]
  /** Photos whose picture is kept, with its SHA-256. What is kept is never taken back. */
  kept: Record<string, string>
  notes: Note[]
  wentBack: WentBack[]
}

/** The registers of the state: one entry a key, the newest. */
export const REGISTERS = ['done', 'released', 'ways', 'waitsCut', 'indexed'] as const
/** The lists of the state: entries in the order in which they came. */
export const LISTS = ['marksMade', 'marksChecked', 'readings', 'moves', 'dispositions', 'placed', 'handChecks', 'tried', 'photos', 'notes', 'wentBack'] as const

/** Changes whenever what a state holds does: a kept copy of another format is folded anew from the log. */
export const STATE_FORMAT = 2

export function emptyState(): JobState {
  return {
    events: 0, opened: null, closed: null, done: {}, released: {}, ways: {}, waitsCut: {}, indexed: {},
    marksMade: [], marksChecked: [], readings: [], moves: [], dispositions: [], placed: [], handChecks: [], tried: [], photos: [], kept: {}, notes: [], wentBack: [],
  }
}

const lastOf = <T extends Overtaken>(list: readonly T[], where: (item: T) => boolean): T | undefined => list.findLast(item => !item.overtaken && where(item))

/** How the mark was made, the last time it was; undefined when it is not there. */
export const markMade = (state: JobState, mark: string) => state.marksMade.findLast(m => m.mark === mark)

/** The last check of a mark on the way up. */
export const markChecked = (state: JobState, mark: string) => lastOf(state.marksChecked, m => m.mark === mark)

/** The reading that counts for a position at a stage: the last one taken. */
export const readingAt = (state: JobState, position: string, stage: ReadingStage) =>
  lastOf(state.readings, r => r.position === position && r.stage === stage)

/** What was last decided about a part. */
export const dispositionOf = (state: JobState, part: string) => state.dispositions.findLast(d => d.part === part)

/** What the hands last said at a check of a step. */
export const handCheckOf = (state: JobState, step: string, check: string) => lastOf(state.handChecks, h => h.step === step && h.check === check)

/** Which piece was put into a place of a part; undefined while the place is empty. */
export const pieceIn = (state: JobState, part: string, place: string) => lastOf(state.placed, p => p.part === part && p.place === place)

/** The state as the account of parts wants it. */
function progressOf(state: JobState): Progress {
  const last = new Map(state.dispositions.map(({ part, disposition }) => [part, disposition]))
  const replaced = Object.fromEntries([...last].filter(([, disposition]) => disposition === 'replace').map(([part]) => [part, true as const]))
  return { done: state.done, ways: state.ways, moves: state.moves, replaced }
}

/**
 * Where every piece of the machine is in this state. A state never changes, so it is worked out once for it.
 *
 * @example accountOf(sheet, state).filter(line => line.loose > 0)
 */
export function accountOf(sheet: Sheet, state: JobState): readonly PartLine[] {
  const known = accounts.get(state)
  if (known?.sheet === sheet) return known.lines
  const lines = partAccount(sheet, progressOf(state))
  accounts.set(state, { sheet, lines })
  return lines
}
const accounts = new WeakMap<JobState, { sheet: Sheet, lines: readonly PartLine[] }>()
