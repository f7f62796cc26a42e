import { stepOf, type Sheet } from '../sheet'
import { aboveFrom, sheetNow } from '../teardown'
import type { EventType, JobEvent } from './events'
import { emptyState, LISTS, REGISTERS, type JobState, type Stamp, type WentBack } from './state'

/**
 * The state of a job after its events: the same function in the browser, on the server and in tests.
 *
 * @param sheet the sheet of the job
 * @param events in the order of the log, each let through by `guardEvent`
 * @param from the state to start from (a snapshot); an empty job when left out. It is not changed.
 * @returns a new state. Folding in two halves gives the same as folding at once.
 * @example foldJob(sheet, later, foldJob(sheet, earlier))
 */
export function foldJob(sheet: Sheet, events: readonly JobEvent[], from?: JobState): JobState {
  const state = from ? copyOf(from) : emptyState()
  // What is taken back is most often young: its type says where in the state it is.
  const types = new Map<string, EventType>()
  for (const event of events) {
    apply(sheet, state, event, types)
    types.set(event.id, event.type)
  }
  return state
}

// Entries are never changed once written, so copying the containers is enough.
function copyOf(state: JobState): JobState {
  const copy = { ...state } as Record<string, unknown>
  for (const register of REGISTERS) copy[register] = { ...state[register] }
  for (const list of LISTS) copy[list] = [...state[list]]
  copy.kept = { ...state.kept }
  return copy as unknown as JobState
}

/** Which register or list of the state takes the entry of an event. */
const HOME = {
  'step-done': 'done', 'hold-released': 'released', 'way-chosen': 'ways', 'wait-cut': 'waitsCut', 'index-set': 'indexed',
  'mark-made': 'marksMade', 'mark-checked': 'marksChecked', 'reading-taken': 'readings', 'part-bagged': 'moves', 'part-moved': 'moves',
  'part-disposed': 'dispositions', 'piece-placed': 'placed', 'hand-checked': 'handChecks', 'extraction-tried': 'tried', 'photo-added': 'photos',
  'note-added': 'notes', 'gone-back': 'wentBack',
} as const satisfies Partial<Record<EventType, (typeof REGISTERS)[number] | (typeof LISTS)[number]>>

function apply(sheet: Sheet, state: JobState, event: JobEvent, types: ReadonlyMap<string, EventType>): void {
  state.events += 1
  const stamp: Stamp = { event: event.id, n: state.events, by: event.actor.name, byId: event.actor.id, at: event.happenedAt }
  switch (event.type) {
    case 'job-opened': state.opened = { ...stamp, ...event.body }; break
    case 'step-done': state.done[event.body.step] = stamp; break
    case 'hold-released': state.released[event.body.step] = stamp; break
    case 'way-chosen': state.ways[event.body.choice] = { ...stamp, way: event.body.way, ...(event.body.reason ? { reason: event.body.reason } : {}) }; break
    case 'wait-cut': state.waitsCut[event.body.step] = { ...stamp, reason: event.body.reason }; break
    case 'index-set': state.indexed[event.body.part] = { ...stamp, ...(event.body.note ? { note: event.body.note } : {}) }; break
    case 'part-bagged': state.moves.push({ ...stamp, part: event.body.part, count: event.body.count, from: 'loose', to: event.body.tag }); break
    case 'gone-back': goBack(sheet, state, { ...stamp, ...event.body, reopened: {}, released: {} }); break
    case 'undone': takeBack(state, event.body.event, types.get(event.body.event)); break
    case 'photo-kept': state.kept[event.body.photo] = event.body.sha256; break
    case 'job-closed': state.closed = { ...stamp, ...event.body }; break
    default: (state[HOME[event.type]] as Stamp[]).push(Object.assign(stamp, event.body))
  }
}

/** Takes the entry of an event out; without its type the whole state is searched. */
function takeBack(state: JobState, id: string, type: EventType | undefined): void {
  const home = type && type in HOME ? HOME[type as keyof typeof HOME] : undefined
  const back = !type || type === 'gone-back' ? state.wentBack.find(entry => entry.event === id) : undefined
  if (back) restore(state, back)
  for (const name of REGISTERS) {
    if (home && home !== name) continue
    const register = state[name] as Record<string, Stamp>
    for (const key in register) if (register[key]!.event === id) Reflect.deleteProperty(register, key)
  }
  for (const name of LISTS) {
    if (home && home !== name) continue
    const list = state[name] as Stamp[]
    const place = list.findLastIndex(entry => entry.event === id)
    if (place >= 0) list.splice(place, 1)
  }
}

/**
 * What belongs to a step that is opened again, or to one above it that was begun, is to be done anew; what was found and moved stays as it
 * is.
 */
function goBack(sheet: Sheet, state: JobState, back: WentBack): void {
  const { keys, readings, checks, refits } = reachOf(sheet, state, back.step)
  for (const key of keys) {
    if (state.done[key]) move(state.done, back.reopened, key)
    if (state.released[key]) move(state.released, back.released, key)
  }
  overtake(state.readings, back, reading => readings.has(`${reading.position} ${reading.stage}`))
  overtake(state.marksChecked, back, check => checks.has(check.mark))
  overtake(state.handChecks, back, check => keys.has(check.step))
  // Of a part that goes in by several steps, what the others put in stays.
  const placed = new Set(state.placed.map(piece => piece.part).filter(part => refits.has(part)))
  for (const part of placed) {
    const putInUntil = Math.max(0, ...sheet.steps.filter(step => state.done[step.key] && step.refits?.some(piece => piece.part === part)).map(step => state.done[step.key]!.n))
    overtake(state.placed, back, piece => piece.part === part && piece.n > putInUntil)
  }
  state.wentBack.push(back)
}

function move(from: Record<string, Stamp>, to: Record<string, Stamp>, key: string): void {
  to[key] = from[key]!
  Reflect.deleteProperty(from, key)
}

/** What going back to a step may touch: the steps from it upwards, and what belongs to them. */
interface Reach { keys: ReadonlySet<string>, readings: ReadonlySet<string>, checks: ReadonlySet<string>, refits: ReadonlySet<string> }

// It follows from the sheet alone, so it is worked out once a sheet and step.
const reaches = new WeakMap<Sheet, Map<string, Reach>>()

function reachOf(sheet: Sheet, state: JobState, key: string): Reach {
  const now = sheetNow(sheet, state)
  const known = reaches.get(now) ?? new Map<string, Reach>()
  reaches.set(now, known)
  let reach = known.get(key)
  if (!reach) {
    const steps = aboveFrom(sheet, state, stepOf(sheet, key))
    reach = {
      keys: new Set(steps.map(step => step.key)),
      readings: new Set(steps.flatMap(step => step.reads ?? []).map(read => `${read.position} ${read.stage}`)),
      checks: new Set(steps.flatMap(step => step.checks ?? [])),
      refits: new Set(steps.flatMap(step => step.refits ?? []).map(piece => piece.part)),
    }
    known.set(key, reach)
  }
  return reach
}

type Overtakable = Stamp & { overtaken?: string }

function overtake<T extends Overtakable>(list: T[], back: WentBack, where: (entry: T) => boolean): void {
  for (let i = 0; i < list.length; i++) {
    const entry = list[i]!
    if (!entry.overtaken && where(entry)) list[i] = { ...entry, overtaken: back.event }
  }
}

function restore(state: JobState, back: WentBack): void {
  Object.assign(state.done, back.reopened)
  Object.assign(state.released, back.released)
  for (const list of [state.readings, state.marksChecked, state.placed, state.handChecks] as Overtakable[][]) {
    for (const [i, entry] of list.entries()) {
      if (entry.overtaken !== back.event) continue
      const { overtaken: _overtaken, ...rest } = entry
      list[i] = rest
    }
  }
}

/** Every entry that can be taken back. */
function standing(state: JobState): Stamp[] {
  return [...REGISTERS.flatMap(name => Object.values(state[name] as Record<string, Stamp>)), ...LISTS.flatMap(name => state[name] as Stamp[])]
}

/** Who wrote an entry that can still be taken back, and whether it is a signature; undefined when nothing of that event stands. */
export function standingEntry(state: JobState, id: string): (Stamp & { isSignature: boolean }) | undefined {
  const entry = standing(state).find(candidate => candidate.event === id)
  return entry && { ...entry, isSignature: Object.values(state.released).some(release => release.event === id) }
}

/** True when the event has left something in the state that can be taken back. */
export const isStanding = (state: JobState, id: string): boolean => standing(state).some(entry => entry.event === id)

/** The newest entry of a person that can still be taken back, for "undo"; undefined when there is none. */
export function lastStanding(state: JobState, personId: string): Stamp | undefined {
  return standing(state).filter(entry => entry.byId === personId).sort((a, b) => b.n - a.n)[0]
}
