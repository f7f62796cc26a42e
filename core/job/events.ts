import type { Subjects } from './subjects'

/** What can happen at the bench, and what is written down of it: what the subjects say, together. */
export type EventBodies = Subjects['events']

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
    /** UUID that the events of one tap share: they happen together or not at all, and are taken back together. */
    deed?: string
  }
}[EventType]

/** An event that has its place in the log: 1, 2, 3 … without gaps. */
export type RecordedEvent = JobEvent & { seq: number }
