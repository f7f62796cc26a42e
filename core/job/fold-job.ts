import type { EventType, JobEvent } from './events'
import type { Stamp } from './stamp'
import { standingSheet, type JobDocuments } from './standing-sheet'
import type { JobState } from './state'
import type { EventRule } from './subject'
import { HOMES, RULES, SIGNATURES, SUBJECTS } from './subjects'

/** The state of a job in which nothing has happened. */
export const emptyState = (): JobState => Object.assign({ events: 0 }, ...SUBJECTS.map(subject => subject.empty())) as JobState

/**
 * The state of a job after its events: the same function in the browser, on the server and in tests.
 *
 * @param documents the sheet that the job was opened with, as it was released or settled for the job; with those taken over since
 * @param events in the order of the log, each let through by `guardEvent`
 * @param from the state to start from (a snapshot); an empty job when left out. It is not changed.
 * @returns a new state. Folding in two halves gives the same as folding at once.
 * @example foldJob(document, later, foldJob(document, earlier))
 */
export function foldJob(documents: JobDocuments, events: readonly JobEvent[], from?: JobState): JobState {
  const state = from ? { ...from } : emptyState()
  // Entries are never changed once written, so a container is copied when it is first written into, and no other.
  const own = new Set<string>(from ? [] : CONTAINERS)
  // What is taken back is most often young: its type says where in the state it is.
  const types = new Map<string, EventType>()
  const folding = {
    get sheet() { return standingSheet(documents, state) },
    typeOf: (event: string) => types.get(event),
  }
  for (const { id, type, body, actor, happenedAt, deed } of events) {
    state.events += 1
    const rule = RULES[type] as EventRule<typeof body>
    for (const name of rule.writes ?? CONTAINERS) if (!own.has(name)) takeOver(state, name, own)
    const stamp: Stamp = { event: id, n: state.events, by: actor.name, byId: actor.id, at: happenedAt, ...deed ? { deed } : {} }
    rule.fold(state, stamp, body, folding)
    // What several events made together is looked for everywhere.
    if (deed === undefined) types.set(id, type)
  }
  return state
}

const CONTAINERS = Object.keys(emptyState())

/** A list or a register of the state becomes a copy that may be written into. */
function takeOver(state: JobState, name: string, own: Set<string>): void {
  const fields = state as unknown as Record<string, unknown>
  const value = fields[name]
  if (Array.isArray(value)) fields[name] = value.slice()
  else if (typeof value === 'object' && value !== null) fields[name] = { ...value }
  own.add(name)
}

const entriesIn = (state: JobState, home: keyof JobState): Stamp[] => Object.values(state[home] as Stamp[] | Record<string, Stamp>)

/** Every entry that can be taken back. */
const standing = (state: JobState): Stamp[] => [...HOMES].flatMap(home => entriesIn(state, home))

/** Who wrote an entry that can still be taken back, and whether it is a signature; undefined when nothing of that event stands. */
export function standingEntry(state: JobState, id: string): (Stamp & { isSignature: boolean }) | undefined {
  const entry = standing(state).find(candidate => candidate.event === id)
  return entry && { ...entry, isSignature: [...SIGNATURES].some(home => entriesIn(state, home).some(signature => signature.event === id)) }
}

/** The events that stand of one tap: of the same deed, or that one alone. */
export function eventsOfDeed(state: JobState, id: string): readonly string[] {
  const entries = standing(state)
  const deed = entries.find(entry => entry.event === id)?.deed
  return deed === undefined ? [id] : [...new Set(entries.filter(entry => entry.deed === deed).map(entry => entry.event))]
}

/** The person who wrote the standing entries of a deed. */
export const authorOfDeed = (state: JobState, deed: string): string | undefined =>
  standing(state).find(entry => entry.deed === deed)?.byId

/** True when the event has left something in the state that can be taken back. */
export const isStanding = (state: JobState, id: string): boolean => standing(state).some(entry => entry.event === id)

/** The newest entry of a person that can still be taken back, for "undo"; undefined when there is none. */
export function lastStanding(state: JobState, personId: string): Stamp | undefined {
  return standing(state).filter(entry => entry.byId === personId).sort((a, b) => b.n - a.n)[0]
}
