import type { ReadingStage } from '../sheet'
import { lastOf } from './stamp'
import type { JobState } from './state'

/** The reading that counts for a position at a stage: the last one taken. */
export const readingAt = (state: JobState, position: string, stage: ReadingStage) =>
  lastOf(state.readings, r => r.position === position && r.stage === stage)
