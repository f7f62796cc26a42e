export { accountOf, dispositionOf, isLeftForLater, movedBy } from './account'
export { assessFit, type FitAssessment, type FitSide } from './assess-fit'
export {
  assessReading,
  decidingCriterion,
  mayBeWarm,
  placeOf,
  type Assessment,
  type ReadingConditions,
  type RunOutFound,
} from './assess-reading'
export { assessTaken, type AssessedTaken, type Taken } from './assess-taken'
export { closeBlockers } from './close-blockers'
export { departureNeedsLead, DEPARTURES, departuresOf, proposedDeparture, type Departure, type DepartureLine } from './departures'
export { dutiesOf, openDuties, sayDuties, type Duty, type DutyLine } from './duties'
export type { Actor, EventBodies, EventType, JobEvent, RecordedEvent } from './events'
export { ladderOf, ladderStand } from './extraction-ladder'
export { emptyState, foldJob, lastStanding, standingEntry } from './fold-job'
export { nextFreeTag, proposedTag } from './free-tag'
export { guardEvent, wantsReason } from './guard-event'
export { AS_IT_SHOULD, handCheckOf } from './hand-checks'
export { lastingWays, markRisks, risksOf, type MarkRisk } from './mark-risks'
export { MARK_RESULTS, type MarkChecked, type MarkMade, type MarkResult } from './marks'
export { markChecked, markMade } from './marks-made'
export type { Note } from './notes'
export type { JobSetup } from './opening'
export type { Photo } from './photos'
export { DISPOSITIONS, type Disposition, type PartDisposed, type PartMoved } from './pieces'
export { pieceIn } from './places'
export { evidenceItems, itemKey, seenOn, type EvidenceItem } from './evidence-items'
export type { CauseWritten, FindingNoted, SeenOn, SpringsLaid } from './findings'
export { jobEvidence, jobFindings, turnFinding, type JobEvidence, type JobFinding } from './job-evidence'
export { proposeWay, type WayProposal } from './propose-way'
export { readingAt } from './reading-at'
export type { ReadingTaken } from './readings'
export type { Refusal } from './refusal'
export { sealName, sealStand, sealStands } from './seal-stand'
export { allowedOn, fluidOn, forbiddenOn } from './seals'
export { sealRecord, type SealRecord } from './seal-record'
export { sheetForJob } from './sheet-for-job'
export type { Stamp } from './stamp'
export { STATE_FORMAT, type JobState } from './state'
export type { CloseBlocker } from './subject'
export { eventName } from './subjects'
export { machineNow, needsMore, type MachineNow } from './machine-state'
export { disagreement } from './service'
export type { BoltPulled, JointPrepared, PassFinished, WrenchUsed } from './tightening'
export {
  boltNumber, isRetightening, judgePull, lastPulledAt, nextBolt, tighteningPlan, tighteningStand, wrenchFaults,
  type BoltStand, type PassStand, type PlannedPass, type PullVerdict, type TighteningNeed, type TighteningPlan, type TighteningStand,
} from './tightening-plan'
export { slackenedAt, slackeningCare, type SlackenedJoint } from './slackening'
export { tighteningCare } from './tightening-care'
export { tighteningsOf, type PassLine, type TighteningLine } from './tightening-record'
export { suitedInstruments, suitedWrenches, type RegisteredInstrument } from './suited-instruments'
export { readTagCode, tagCode } from './tag-code'
export { debtsOf, runningWait, timersOf, waitsOf, type Debt, type Wait } from './waits'
export { weakenedTicks, type Weakened } from './weakened-ticks'
