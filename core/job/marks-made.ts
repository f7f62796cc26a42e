import { lastOf } from './stamp'
import type { JobState } from './state'

/** How the mark was made, the last time it was; undefined when it is not there. */
export const markMade = (state: JobState, mark: string) => state.marksMade.findLast(m => m.mark === mark)

/** The last check of a mark on the way up. */
export const markChecked = (state: JobState, mark: string) => lastOf(state.marksChecked, m => m.mark === mark)
