import type { Subjects } from './subjects'

/**
 * The state of a job: plain JSON, so that it can be kept as a snapshot. Every entry carries the event it came from; taking
 * that event back takes the entry out. Of several entries on one thing the last one counts. Entries are never changed once written.
 */
export type JobState = {
  /** How many events are folded in. */
  events: number
} & Subjects['state']

/** Changes whenever what a state holds does: a kept copy of another format is folded anew from the log. */
export const STATE_FORMAT = 10
