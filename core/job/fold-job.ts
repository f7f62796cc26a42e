import { stepOf, type Sheet } from '../sheet'
import { reopenedBy } from '../teardown'
import type { JobEvent } from './events'
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
  for (const event of events) apply(sheet, state, event)
  return state
}

// Entries are never changed once written, so copying the containers is enough.
function copyOf(state: JobState): JobState {
  const copy = { ...state } as Record<string, unknown>
  for (const register of REGISTERS) copy[register] = { ...state[register] }
  for (const list of LISTS) copy[list] = [...state[list]]
  return copy as unknown as JobState
}

function apply(sheet: Sheet, state: JobState, event: JobEvent): void {
  state.events += 1
  const stamp: Stamp = { event: event.id, n: state.events, by: event.actor.name, byId: event.actor.id, at: event.happenedAt }
  switch (event.type) {
    case 'job-opened': state.opened = { ...stamp, ...event.body }; break
    case 'step-done': state.done[event.body.step] = stamp; break
    case 'hold-released': state.released[event.body.step] = stamp; break
    case 'way-chosen': state.ways[event.body.choice] = { ...stamp, way: event.body.way, ...(event.body.reason ? { reason: event.body.reason } : {}) }; break
    case 'wait-cut': state.waitsCut[event.body.step] = { ...stamp, reason: event.body.reason }; break
    case 'index-set': state.indexed[event.body.part] = { ...stamp, ...(event.body.note ? { note: event.body.note } : {}) }; break
    case 'mark-made': state.marksMade.push({ ...stamp, ...event.body }); break
    case 'mark-checked': state.marksChecked.push({ ...stamp, ...event.body }); break
    case 'reading-taken': state.readings.push({ ...stamp, ...event.body }); break
    case 'part-bagged': state.moves.push({ ...stamp, part: event.body.part, count: event.body.count, from: 'loose', to: event.body.tag }); break
    case 'part-moved': state.moves.push({ ...stamp, ...event.body }); break
    case 'part-disposed': state.dispositions.push({ ...stamp, ...event.body }); break
    case 'piece-placed': state.placed.push({ ...stamp, ...event.body }); break
    case 'hand-checked': state.handChecks.push({ ...stamp, ...event.body }); break
    case 'extraction-tried': state.tried.push({ ...stamp, ...event.body }); break
    case 'photo-added': state.photos.push({ ...stamp, ...event.body }); break
    case 'note-added': state.notes.push({ ...stamp, ...event.body }); break
    case 'gone-back': goBack(sheet, state, { ...stamp, ...event.body, reopened: {}, released: {} }); break
    case 'undone': takeBack(state, event.body.event); break
    case 'job-closed': state.closed = { ...stamp, ...event.body }; break
  }
}

function takeBack(state: JobState, id: string): void {
  const back = state.wentBack.find(entry => entry.event === id)
  if (back) restore(state, back)
  for (const name of REGISTERS) {
    const register = state[name] as Record<string, Stamp>
    for (const [key, stamp] of Object.entries(register)) if (stamp.event === id) Reflect.deleteProperty(register, key)
  }
  for (const name of LISTS) {
    const list = state[name] as Stamp[]
    const place = list.findIndex(entry => entry.event === id)
    if (place >= 0) list.splice(place, 1)
  }
}

/** What belongs to a step that is opened again is to be done anew; what was found and moved stays as it is. */
function goBack(sheet: Sheet, state: JobState, back: WentBack): void {
  const steps = reopenedBy(sheet, state, stepOf(sheet, back.step))
  for (const { key } of steps) {
    back.reopened[key] = state.done[key]!
    Reflect.deleteProperty(state.done, key)
    if (state.released[key]) back.released[key] = state.released[key]
    Reflect.deleteProperty(state.released, key)
  }
  const keys = new Set(steps.map(step => step.key))
  const readings = new Set(steps.flatMap(step => step.reads ?? []).map(read => `${read.position} ${read.stage}`))
  const checks = new Set(steps.flatMap(step => step.checks ?? []))
  // Of a part that goes in by several steps, what the others put in stays.
  const putInUntil = new Map(steps.flatMap(step => step.refits ?? []).map(({ part }) => [part, Math.max(0, ...sheet.steps
    .filter(step => state.done[step.key] && step.refits?.some(piece => piece.part === part)).map(step => state.done[step.key]!.n))]))
  const overtake = <T extends Stamp & { overtaken?: string }>(list: T[], where: (entry: T) => boolean) =>
    list.map(entry => !entry.overtaken && where(entry) ? { ...entry, overtaken: back.event } : entry)
  state.readings = overtake(state.readings, reading => readings.has(`${reading.position} ${reading.stage}`))
  state.marksChecked = overtake(state.marksChecked, check => checks.has(check.mark))
  state.placed = overtake(state.placed, piece => piece.n > (putInUntil.get(piece.part) ?? Infinity))
  state.handChecks = overtake(state.handChecks, check => keys.has(check.step))
  state.wentBack.push(back)
}

function restore(state: JobState, back: WentBack): void {
  Object.assign(state.done, back.reopened)
  Object.assign(state.released, back.released)
  const freed = <T extends { overtaken?: string }>(list: T[]) => list.map((entry) => {
    if (entry.overtaken !== back.event) return entry
    const { overtaken: _overtaken, ...rest } = entry
    return rest as T
  })
  state.readings = freed(state.readings)
  state.marksChecked = freed(state.marksChecked)
  state.placed = freed(state.placed)
  state.handChecks = freed(state.handChecks)
}

/** Every entry that can be taken back. */
function standing(state: JobState): Stamp[] {
  return [...REGISTERS.flatMap(name => Object.values(state[name] as Record<string, Stamp>)), ...LISTS.flatMap(name => state[name] as Stamp[])]
}

/** True when the event has left something in the state that can be taken back. */
export const isStanding = (state: JobState, id: string): boolean => standing(state).some(entry => entry.event === id)

/** The newest entry of a person that can still be taken back, for "undo"; undefined when there is none. */
export function lastStanding(state: JobState, personId: string): Stamp | undefined {
  return standing(state).filter(entry => entry.byId === personId).sort((a, b) => b.n - a.n)[0]
}
