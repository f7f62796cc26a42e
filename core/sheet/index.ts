export { attachmentsOf, type AttachmentAt } from './attachments-of'
export { MOST_ATTACHMENT_BYTES } from './schema-attachments'
export { auditSheet, countsOf, type Finding, type Severity } from './audit'
export { bentSheet, type Bend } from './bent-sheet'
export { checkSheet, draftFaults, growthFault, sheetFaults, unreadableFaults } from './check-sheet'
export { optionCombinations, wayCombinations } from './combinations'
export {
  applyEdits, editsBetween, editsToRemove, inverseOf, isRequired, isWhole, jsonPatchOf, keyedPlace, namedBy, ORDER, placeOfPointer,
  schemaOf, type Clash, type Edit, type Naming, type Place,
} from './edit'
export { findCycle } from './find-cycle'
export { grownSheet, isGrownKey, rungStepsOf, type Additions, type Link, type Shaped, type Shaping } from './grown-sheet'
export { gapName, openGaps } from './open-gaps'
export {
  choiceOf, energyOf, envelopeOf, fitOf, indexOf, jointOf, markOf, orderOf, partOf, positionOf, readOf, sealOf, stepName, stepNumber,
  stepOf, temporaryOf,
} from './sheet-index'
export {
  GAP_FIELDS,
  SheetSchema,
  type Assembly,
  type Attachment,
  type Axis,
  type Choice,
  type DryZone,
  type Energy,
  type Envelope,
  type Fit,
  type Gap,
  type HandCheck,
  type Joint,
  type LadderRung,
  type Limb,
  type Mark,
  type MarkWay,
  type Outline,
  type Part,
  type Position,
  type Seal,
  type SealSettingOfSheet,
  type Sheet,
  type SheetDocument,
  type Step,
  type Temporary,
} from './schema'
export { LIST_NAMES, LISTS, thingsOf, type Kind, type ListName, type Reference } from './lists'
export { allBelow, overhaulFaults, type SheetFault } from './machine-faults'
export { referenceFaults } from './reference-faults'
export { anglesOf } from './plane-angles'
export { asksForWrench, isSnugAt, passesOf, patternOf, torqueAt } from './joint-torque'
export { HAND_LIFT_KG, isLiftingGear, needsLifting } from './lifting'
export { PERISHES } from './mark-ways'
export { leaveOut } from './leave-out'
export { TAKES_A_SET, WEARS } from './wears'
export { draftChecker, type DraftNews } from './draft-checker'
export { releaseBlockers, type Checked } from './release-blockers'
export { limitsAt, type StageLimits } from './limits-at'
export { upgradeSheet, type StoredSheet } from './upgrade-sheet'
export { DEPTH_OPTION, fullOptions, sheetForUnit, type UnitOptions } from './sheet-for-unit'
export { sealParts, sealsAt, sealSteps, type SealRole } from './seal-parts'
export { isMeasured, settingOf, type SealMeasured } from './setting-of'
export { isOnWay, sheetOnWay, type Ways } from './sheet-on-way'
export {
  DEPTHS,
  LUBRICANTS,
  MARK_WAYS,
  READING_STAGES,
  TIMERS,
  SYMBOLS,
  TREATMENTS,
  type Depth,
  type DrawingSymbol,
  type MachineState,
  type ReadingStage,
  type TimerKind,
  type Treatment,
} from './terms'
