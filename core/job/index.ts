export { assessReading, type Assessment, type Criterion } from './assess-reading'
export { closeBlockers, type CloseBlocker } from './close-blockers'
export { dutiesOf, openDuties, type Duty, type DutyLine } from './duties'
export {
  DISPOSITIONS, MARK_RESULTS,
  type Actor, type Disposition, type EventBodies, type EventType, type JobEvent, type MarkResult, type RecordedEvent,
} from './events'
export { foldJob, lastStanding } from './fold-job'
export { guardEvent, type Refusal } from './guard-event'
export {
  dispositionOf, emptyState, markChecked, markMade, readingAt,
  type JobState, type MarkChecked, type MarkMade, type Note, type PartBagged, type PartDisposed, type ReadingTaken, type Stamp,
} from './state'
