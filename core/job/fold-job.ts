import type { Sheet } from '../sheet'
import type { JobEvent } from './events'
import { emptyState, type JobState, type Stamp } from './state'

/**
 * The state of a job after its events: the same function in the browser, on the server and in tests.
 *
 * @param sheet the machine sheet of the job
 * @param events in the order of the log, each let through by `guardEvent`
 * @param from the state to start from (a snapshot); an empty job when left out. It is not changed.
 * @returns a new state. Folding in two halves gives the same as folding at once.
 * @example foldJob(sheet, later, foldJob(sheet, earlier))
 */
export function foldJob(sheet: Sheet, events: readonly JobEvent[], from?: JobState): JobState {
  const state = from ? copyOf(from) : emptyState()
  for (const event of events) apply(state, event)
  return state
}

// Entries are never changed once written, so copying the containers is enough.
function copyOf(state: JobState): JobState {
  return {
    ...state,
    done: { ...state.done }, released: { ...state.released },
    marksMade: [...state.marksMade], marksChecked: [...state.marksChecked], readings: [...state.readings],
    bags: [...state.bags], dispositions: [...state.dispositions], notes: [...state.notes],
  }
}

function apply(state: JobState, event: JobEvent): void {
  state.events += 1
  const stamp: Stamp = { event: event.id, n: state.events, by: event.actor.name, byId: event.actor.id, at: event.happenedAt }
  switch (event.type) {
    case 'job-opened': state.opened = { ...stamp, ...event.body }; break
    case 'step-done': state.done[event.body.step] = stamp; break
    case 'hold-released': state.released[event.body.step] = stamp; break
    case 'mark-made': state.marksMade.push({ ...stamp, ...event.body }); break
    case 'mark-checked': state.marksChecked.push({ ...stamp, ...event.body }); break
    case 'reading-taken': state.readings.push({ ...stamp, ...event.body }); break
    case 'part-bagged': state.bags.push({ ...stamp, ...event.body }); break
    case 'part-disposed': state.dispositions.push({ ...stamp, ...event.body }); break
    case 'note-added': state.notes.push({ ...stamp, ...event.body }); break
    case 'undone': takeBack(state, event.body.event); break
    case 'job-closed': state.closed = { ...stamp, ...event.body }; break
  }
}

function takeBack(state: JobState, id: string): void {
  const others = (register: Record<string, Stamp>) => Object.fromEntries(Object.entries(register).filter(([, stamp]) => stamp.event !== id))
  state.done = others(state.done)
  state.released = others(state.released)
  const without = <T extends Stamp>(list: T[]) => list.filter(entry => entry.event !== id)
  state.marksMade = without(state.marksMade)
  state.marksChecked = without(state.marksChecked)
  state.readings = without(state.readings)
  state.bags = without(state.bags)
  state.dispositions = without(state.dispositions)
  state.notes = without(state.notes)
}

/** Every entry that can be taken back. */
function standing(state: JobState): Stamp[] {
  return [
    ...Object.values(state.done), ...Object.values(state.released), ...state.marksMade, ...state.marksChecked,
    ...state.readings, ...state.bags, ...state.dispositions, ...state.notes,
  ]
}

/** True when the event has left something in the state that can be taken back. */
export const isStanding = (state: JobState, id: string): boolean => standing(state).some(entry => entry.event === id)

/** The newest entry of a person that can still be taken back, for "undo"; undefined when there is none. */
export function lastStanding(state: JobState, personId: string): Stamp | undefined {
  return standing(state).filter(entry => entry.byId === personId).sort((a, b) => b.n - a.n)[0]
}
