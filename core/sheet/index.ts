export { auditSheet, type Finding, type Severity } from './audit'
export { checkSheet } from './check-sheet'
export { optionCombinations, wayCombinations } from './combinations'
export { findCycle } from './find-cycle'
export {
  choiceOf, energyOf, envelopeOf, fitOf, indexOf, jointOf, markOf, partOf, positionOf, readOf, sealOf, stepName, stepNumber, stepOf,
  temporaryOf,
} from './sheet-index'
export {
  SheetSchema,
  type Assembly,
  type Axis,
  type Choice,
  type DryZone,
  type Energy,
  type Envelope,
  type Fit,
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
  type Step,
  type Temporary,
} from './schema'
export type { SheetFault } from './machine-faults'
export { anglesOf } from './plane-angles'
export { asksForWrench, isSnugAt, passesOf, patternOf, torqueAt } from './joint-torque'
export { HAND_LIFT_KG, needsLifting } from './lifting'
export { PERISHES } from './mark-ways'
export { leaveOut } from './leave-out'
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
