import type { JobEvent } from './events'
import { foldJob } from './fold-job'
import { guardEvent } from './guard-event'
import type { Refusal } from './refusal'
import type { JobDocuments } from './standing-sheet'
import type { JobState } from './state'

/** What became of the events of one tap: the state after all of them, or which of them may not happen. */
export type Together
  = | { state: JobState, refused?: undefined, refusal?: undefined }
    | { state?: undefined, refused: JobEvent, refusal: Refusal }

/**
 * Judges the events of one tap: each in the state after the one before it, all of them or none.
 *
 * @example judgeTogether(document, state, [grown, ticked]).refused?.type
 */
export function judgeTogether(document: JobDocuments, state: JobState, events: readonly JobEvent[]): Together {
  let after = state
  for (const event of events) {
    const refusal = guardEvent(document, after, event)
    if (refusal) return { refused: event, refusal }
    after = foldJob(document, [event], after)
  }
  return { state: after }
}

/**
 * Events in their order, those of one tap together.
 *
 * @example byDeed(waiting).map(events => events.length)
 */
export function byDeed<T extends { deed?: string | undefined }>(events: readonly T[]): T[][] {
  const groups: T[][] = []
  for (const event of events) {
    const last = groups.at(-1)
    if (event.deed !== undefined && last?.[0]!.deed === event.deed) last.push(event)
    else groups.push([event])
  }
  return groups
}
