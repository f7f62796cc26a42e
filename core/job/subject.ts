import type { Sheet, SheetDocument, Step } from '../sheet'
import type { DutyKind } from './duties'
import type { Actor, EventBodies, EventType } from './events'
import type { Refusal } from './refusal'
import type { Overtaken, Stamp } from './stamp'
import type { JobState } from './state'

/*
 * A subject is one kind of thing that happens at the bench, whole: the bodies of its events, its entries in the state, what may happen,
 * what a step owes of it, what it keeps open at the end, and what of it counts no more when the work goes back. `subjects.ts` puts them
 * together; the general files (fold, guard, duties, blockers, going back) know none of them by name.
 */

export type ListName = { [K in keyof JobState]: JobState[K] extends readonly Stamp[] ? K : never }[keyof JobState]
export type RegisterName = { [K in keyof JobState]: JobState[K] extends Readonly<Record<string, Stamp>> ? K : never }[keyof JobState]
type OvertakableName = {
  [K in ListName]: JobState[K][number] extends Overtaken ? ('overtaken' extends keyof JobState[K][number] ? K : never) : never
}[ListName]

/** A job as a guard looks at it, with what only all subjects together can say. */
export interface JudgedJob {
  readonly sheet: Sheet
  readonly state: JobState
  /**
   * What the step still owes, in the sentence of `sayDuties`; `except` leaves kinds of duties out, `wholly` asks for all
   * that the sheet does, whether or not the work has departed from it. Empty when it owes nothing.
   */
  owed: (step: Step, options?: { only?: readonly DutyKind[], except?: readonly DutyKind[], wholly?: boolean }) => string
  /** The state after one more event. */
  after: <T extends EventType>(type: T, body: EventBodies[T], event?: Partial<Stamp>) => JobState
  /** A ticked step that stands on nothing, or owes something, in the state that is to come and did not before. */
  hanging: (after: JobState) => Step | undefined
  /** What keeps the job from being closed, sentence by sentence. */
  blockers: () => readonly CloseBlocker[]
  /** True when the event has left something in the state that can be taken back. */
  isStanding: (event: string) => boolean
  /** The events that stand of the tap that this one belongs to. */
  eventsOfDeed: (event: string) => readonly string[]
  /** The sheet that stands in another state of this job. */
  sheetOf: (state: JobState) => Sheet
  /** The document that the job goes by, as it is stored. */
  readonly document: SheetDocument
  /** Another that it could go by, by its hash. */
  documentOf: (sha256: string) => SheetDocument | undefined
}

export type Guard<Body> = (job: JudgedJob, body: Body, event: { actor: Actor, happenedAt: string }) => Refusal | null

/** What the fold knows besides the state. */
export interface Folding {
  /** As it stands before the event. */
  readonly sheet: Sheet
  /** Of an event that was folded just before: its type. It says where in the state to look for it. */
  typeOf: (event: string) => EventType | undefined
}

/** Rights of the table (`shared/rights.ts`) that an event of a job can need. */
export type EventRight = 'job:work' | 'hold:release' | 'concession:sign' | 'job:close'

export interface EventRule<Body> {
  /** What people call an entry of it. */
  name: string
  /** Where its entry stands in the state; left out when it is never taken back. */
  home?: ListName | RegisterName
  /** What else changes when its entry is taken out of the state again. */
  undo?: (state: JobState, entry: Stamp) => void
  /** What somebody needs who may do it, at the bench or signing there. */
  right: EventRight
  /** What of the state it writes; any of it where left out. Nothing else is a copy of its own when it is folded. */
  writes?: readonly (ListName | RegisterName)[]
  /** Writes it into the state. */
  fold: (state: JobState, stamp: Stamp, body: Body, folding: Folding) => void
  guard: Guard<Body>
}

/** When a duty is best met: evidence before anything is touched, in its place before it is tightened, the release after all else. */
export const TURNS = ['evidence', 'mark', 'set', 'tighten', 'measure', 'work', 'decide', 'place', 'feel', 'confirm'] as const

export interface DutyRule<D extends { kind: string }> {
  turn: (typeof TURNS)[number]
  /** Owed even where the work departs from the step: signatures, and the way that all after it hangs on. */
  evenDeparted?: true
  /** The fields of a step that ask for it: one without any of them never does. Left out where only what happened decides. */
  asks?: readonly (keyof Step)[]
  /** What this step owes of the kind, with whether it is met. */
  of: (sheet: Sheet, state: JobState, step: Step) => { duty: D, met: boolean }[]
  /** The duty in words that go on after "Before the release:" or "First". */
  say: (duty: D, sheet: Sheet, step: Step) => string
}

/** What stands between a job and its closing. */
export interface CloseBlocker {
  code: string
  message: string
  step?: string
  mark?: string
  part?: string
}

/** What the work goes back over: the step and all above it, and the job as it stands with their ticks taken out. */
export interface Reach {
  sheet: Sheet
  state: JobState
  steps: readonly Step[]
  keys: ReadonlySet<string>
}

export type Overtaking = { [L in OvertakableName]?: (entry: JobState[L][number]) => boolean }

export interface Subject<Bodies, State extends object, D extends { kind: string } = never> {
  /** Its entries in the state of a job in which nothing has happened. */
  empty: () => State
  events: { [T in keyof Bodies]: EventRule<Bodies[T]> }
  duties: { [K in D['kind']]: DutyRule<Extract<D, { kind: K }>> }
  /** What it keeps open, on the way that was chosen; `document` is the sheet of the job with all ways. */
  blockers: (sheet: Sheet, state: JobState, document: Sheet) => CloseBlocker[]
  /** Registers by step that going back to a step clears; taking the going back back fills them again. */
  reopens: readonly RegisterName[]
  /** Entries that count no more once the work goes back. */
  overtakes: (reach: Reach) => Overtaking
  /** Why its entry of that event may not be taken back; null when nothing of its own speaks against it. */
  holdsFast?: (job: JudgedJob, event: string) => Refusal | null
}

/** The parts of a subject that has no duties, keeps nothing open and is left alone when the work goes back. */
export const STANDS_ALONE = { duties: {}, blockers: () => [], reopens: [], overtakes: () => ({}) } as const

/** An event whose entry is added to a list of the state. */
export const intoList = <Body extends object>(home: ListName, entry: (body: Body) => object = body => body) => ({
  home,
  writes: [home],
  fold: (state: JobState, stamp: Stamp, body: Body): void => { (state[home] as Stamp[]).push({ ...stamp, ...entry(body) }) },
})

/** An event whose entry stands in a register of the state under one of its fields; the newest counts. */
export const intoRegister = <K extends string>(home: RegisterName, key: K) => ({
  home,
  writes: [home],
  fold: (state: JobState, stamp: Stamp, body: Readonly<Record<K, string>>): void => {
    const { [key]: name, ...rest } = body;
    (state[home] as Record<string, Stamp>)[name] = { ...stamp, ...rest }
  },
})
