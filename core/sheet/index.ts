export { checkSheet, type SheetFault } from './check-sheet'
export { findCycle } from './find-cycle'
export { indexOf, markOf, partOf, positionOf, stepName, stepOf } from './sheet-index'
export {
  LIMBS, MARK_WAYS, READING_STAGES, SheetSchema, STAGES,
  type Joint, type Limb, type Mark, type MarkWay, type Outline, type Part, type Position, type ReadingStage, type Sheet, type Step,
} from './schema'
