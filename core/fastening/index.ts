export { checkTarget, nutFactorOf, type CheckedTarget, type Target, type TargetVerdict } from './check-target'
export { compareSchools, usualFlange, type GasketKind, type School, type SchoolsInput, type UsualFlange } from './compare-schools'
export { engagement, type Engagement } from './engagement'
export { frictionOf, type Friction } from './friction'
export { headBearing, type HeadBearing } from './head-bearing'
export { castleNutTurn, tabAlignment, turnOfNut, witnessAngle, type CastleNutTurn, type TabAlignment } from './locks'
export { isMeasuring, preloadRange, scatterOf, TIGHTENING_TOOLS, type PreloadRange, type TighteningTool } from './preload-range'
export { nutProofClass, propertyClass, PROPERTY_CLASSES, type PropertyClass } from './property-class'
export { passesForEvenness, simulateTightening, type EvenPasses, type Quantiles, type SimulatedTightening,
  type TighteningModel } from './simulate-tightening'
export { threadSize, type ThreadSize } from './thread-size'
export {
  boltCount, boltPlaces, closesToRing, passPlan, refusedPattern, slackeningOrder, tighteningOrder, TIGHTENING_PATTERNS,
  type BoltLayout, type BoltPlace, type SlackeningPass, type TighteningPass, type TighteningPattern,
} from './tightening-order'
export { preloadForTorque, torqueForPreload, type Rubbing, type TorqueAndPreload } from './torque-preload'
export { wrenchSetting, wrenchSuits } from './wrench'
