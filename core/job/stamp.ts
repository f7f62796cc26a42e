/** Who did it and when, and the event that says so. */
export interface Stamp {
  event: string
  /** Which event of the log it was: 1, 2, 3 … */
  n: number
  by: string
  byId: string
  at: string
  /** The tap it belongs to, where one tap made several events: they are taken back together. */
  deed?: string
}

/** Marks an entry of a step that was opened again: the event that went back. It stays in the record and counts no more. */
export interface Overtaken { overtaken?: string }

/** The newest entry of a list that counts and fits. */
export const lastOf = <T extends Overtaken>(list: readonly T[], where: (item: T) => boolean): T | undefined =>
  list.findLast(item => !item.overtaken && where(item))

// Clocks of benches follow the server's to a few seconds; what is out by more is no clock.
const CLOCKS_WITHIN_MS = 60_000

/** True when a moment lies before another by more than clocks differ. */
export const isDatedBefore = (at: string, moment: string): boolean => Date.parse(at) < Date.parse(moment) - CLOCKS_WITHIN_MS
