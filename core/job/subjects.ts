import { bends, type BendEvents, type BendState } from './bends'
import { concessions, type ConcessionEvents, type ConcessionState } from './concessions'
import { departures, type DepartureDuty, type DepartureEvents, type DepartureState } from './departures'
import { extractions, type ExtractionEvents, type ExtractionState } from './extractions'
import { findings, type FindingEvents, type FindingState, type LookDuty } from './findings'
import { goingBack, type GoingBackEvents, type GoingBackState } from './going-back'
import { growth, type GrowthEvents, type GrowthState } from './growth'
import { handChecks, type HandCheckDuty, type HandCheckEvents, type HandCheckState } from './hand-checks'
import { holds, type HoldDuty, type HoldEvents, type HoldState } from './holds'
import { indexData, type IndexDuty, type IndexEvents, type IndexState } from './index-datum'
import { marks, type MarkDuty, type MarkEvents, type MarkState } from './marks'
import { notes, type NoteEvents, type NoteState } from './notes'
import { opening, type OpeningEvents, type OpeningState } from './opening'
import { photos, type PhotoDuty, type PhotoEvents, type PhotoState } from './photos'
import { pieces, type PieceDuty, type PieceEvents, type PieceState } from './pieces'
import { places, type PlaceDuty, type PlaceEvents, type PlaceState } from './places'
import { readings, type ReadingDuty, type ReadingEvents, type ReadingState } from './readings'
import { seals, type SealDuty, type SealEvents, type SealState } from './seals'
import { service, type ServiceDuty, type ServiceEvents, type ServiceState } from './service'
import type { DutyRule, EventRight, EventRule, ListName, RegisterName, Subject } from './subject'
import { takingBack, type TakingBackEvents } from './taking-back'
import { takeover, type TakeoverEvents, type TakeoverState } from './takeover'
import { tightening, type TighteningDuty, type TighteningEvents, type TighteningState } from './tightening'
import { ticks, type TickEvents, type TickState } from './ticks'
import { waits, type WaitEvents, type WaitState } from './waits'
import { ways, type WayDuty, type WayEvents, type WayState } from './ways'

/** Every subject with the bodies of its events, its entries in the state and its duties. A new one is a line here and a word below. */
interface Parts {
  opening: [OpeningEvents, OpeningState]
  ticks: [TickEvents, TickState]
  marks: [MarkEvents, MarkState, MarkDuty]
  photos: [PhotoEvents, PhotoState, PhotoDuty]
  findings: [FindingEvents, FindingState, LookDuty]
  indexData: [IndexEvents, IndexState, IndexDuty]
  pieces: [PieceEvents, PieceState, PieceDuty]
  places: [PlaceEvents, PlaceState, PlaceDuty]
  readings: [ReadingEvents, ReadingState, ReadingDuty]
  ways: [WayEvents, WayState, WayDuty]
  handChecks: [HandCheckEvents, HandCheckState, HandCheckDuty]
  holds: [HoldEvents, HoldState, HoldDuty]
  waits: [WaitEvents, WaitState]
  extractions: [ExtractionEvents, ExtractionState]
  departures: [DepartureEvents, DepartureState, DepartureDuty]
  service: [ServiceEvents, ServiceState, ServiceDuty]
  seals: [SealEvents, SealState, SealDuty]
  tightening: [TighteningEvents, TighteningState, TighteningDuty]
  notes: [NoteEvents, NoteState]
  growth: [GrowthEvents, GrowthState]
  bends: [BendEvents, BendState]
  concessions: [ConcessionEvents, ConcessionState]
  takeover: [TakeoverEvents, TakeoverState]
  goingBack: [GoingBackEvents, GoingBackState]
  takingBack: [TakingBackEvents, object]
}

type Together<U> = (U extends unknown ? (one: U) => void : never) extends (all: infer I) => void ? I : never
type DutyOf<P> = P extends readonly [unknown, unknown, infer D extends { kind: string }] ? D : never

export interface Subjects {
  events: Together<Parts[keyof Parts][0]>
  state: Together<Parts[keyof Parts][1]>
  duty: DutyOf<Parts[keyof Parts]>
}

// Going back and taking back ask the others, so they are given them when they are asked.
const all: { [N in keyof Parts]: Subject<Parts[N][0], Parts[N][1], DutyOf<Parts[N]>> } = {
  opening, ticks, marks, photos, findings, indexData, pieces, places, readings, ways, handChecks, departures, holds, waits, extractions,
  service, seals, tightening, notes, bends, concessions,
  growth: growth(() => ({ homes: NAMES })),
  takeover: takeover(() => SUBJECTS),
  goingBack: goingBack(() => SUBJECTS),
  takingBack: takingBack(() => ({ subjects: SUBJECTS, homeOf, homes: HOMES, undoAt: home => UNDOINGS.get(home) })),
}

/** The subjects without their own types, in the order in which they are asked. */
export const SUBJECTS: readonly Pick<Subject<object, object>, 'empty' | 'blockers' | 'reopens' | 'overtakes' | 'holdsFast'>[]
  = Object.values(all)

// Each rule fits its own type of event or kind of duty; TypeScript cannot follow the pairing through the putting together.
/** What each type of event does and when it may happen. */
export const RULES = Object.assign({}, ...Object.values(all).map(subject => subject.events)) as {
  readonly [T in keyof Subjects['events']]: EventRule<Subjects['events'][T]>
}

/** What each kind of duty asks for, in the order of the subjects. */
export const DUTIES = Object.assign({}, ...Object.values(all).map(subject => subject.duties)) as {
  readonly [K in Subjects['duty']['kind']]: DutyRule<Extract<Subjects['duty'], { kind: K }>>
}

type Home = ListName | RegisterName
const homeOf = (type: string): Home | undefined => RULES[type as keyof typeof RULES].home
/** Where entries stand that can be taken back. */
export const HOMES: ReadonlySet<Home> = new Set(Object.keys(RULES).flatMap(type => homeOf(type) ?? []))
/** … and what people call what stands there. */
const NAMES = new Map(Object.values(RULES).flatMap(({ home, name }) => home ? [[home, name] as const] : []).reverse())
const UNDOINGS = new Map(Object.values(RULES).flatMap(({ home, undo }) => home && undo ? [[home, undo] as const] : []))
/** The right that an event of the job log needs. */
export const rightForEvent = (type: keyof Subjects['events']): EventRight => RULES[type].right

const SIGNED: ReadonlySet<EventRight> = new Set(['hold:release', 'concession:sign'])
/** True of what somebody stands for: it is done by itself, and only a lead takes it back. */
export const isSignature = (type: keyof Subjects['events']): boolean => SIGNED.has(rightForEvent(type))
/** Where the signatures stand. */
export const SIGNATURES: ReadonlySet<Home>
  = new Set(Object.values(RULES).flatMap(({ right, home }) => SIGNED.has(right) && home ? [home] : []))

/** How people call an entry of the log; what a newer log may hold is called by its type. */
export const eventName = (type: string): string => type in RULES ? RULES[type as keyof typeof RULES].name : type

/** Types of events whose entries stand in one of these lists of the state. */
export const typesAtHome = (homes: readonly Home[]): ReadonlySet<keyof Subjects['events']> =>
  new Set((Object.keys(RULES) as (keyof Subjects['events'])[]).filter(type => homes.includes(homeOf(type)!)))
