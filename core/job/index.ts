export { assessFit, type FitAssessment, type FitSide } from './assess-fit'
export { assessReading, placeOf, type Assessment, type Criterion, type RunOutFound } from './assess-reading'
export { assessTaken, type Taken } from './assess-taken'
export { closeBlockers, type CloseBlocker } from './close-blockers'
export { dutiesOf, openDuties, type Duty, type DutyLine } from './duties'
export {
  AS_IT_SHOULD, DISPOSITIONS, MARK_RESULTS,
  type Actor, type Disposition, type EventBodies, type EventType, type JobEvent, type JobSetup, type MarkResult, type ReadingConditions, type RecordedEvent,
} from './events'
export { foldJob, lastStanding, standingEntry } from './fold-job'
export { guardEvent } from './guard-event'
export type { Refusal } from './refusal'
export { ladderOf, ladderStand } from './extraction-ladder'
export { lastingWays, markRisks, risksOf, type MarkRisk } from './mark-risks'
export { proposeWay, type WayProposal } from './propose-way'
export { sayDuties } from './say-duties'
export { sheetForJob } from './sheet-for-job'
export {
  accountOf, dispositionOf, emptyState, STATE_FORMAT, handCheckOf, markChecked, markMade, pieceIn, readingAt,
  type JobState, type MarkChecked, type MarkMade, type Note, type PartDisposed, type PartMoved, type Photo, type ReadingTaken, type Stamp,
} from './state'
export { weakenedTicks, type Weakened } from './weakened-ticks'
export { debtsOf, runningWait, timersOf, waitsOf, type Debt, type Wait } from './waits'
export { readTagCode, tagCode } from './tag-code'
