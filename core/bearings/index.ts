export { bearingAlignment, type BearingAlignment, type StripWidths } from './bearing-alignment'
export { bearingPinch } from './bearing-pinch'
export {
  contactPattern,
  GRID_COLUMNS,
  GRID_ROWS,
  type ContactOptions,
  type ContactPattern,
  type Corner,
  type Picture,
} from './contact-pattern'
export { operatingClearance, type OperatingClearance, type OperatingClearanceInput } from './operating-clearance'
export {
  CLEARANCE_GROUPS,
  clearanceGroupsOf,
  radialInternalClearance,
  type ClearanceGroup,
  type ClearanceRange,
  type RollingBearingKind,
} from './radial-internal-clearance'
export { recommendedSeat, type RecommendedSeat, type SeatInput } from './recommended-seat'
export { plasticGaugeClearance, sleeveClearance, type GaugeScale, type SleeveClearance, type SleeveMeasurement } from './sleeve-clearance'
export { centreEndClearance, locknutTabs, thrustFloat, type EndClearance, type LocknutTabs, type ThrustFloat } from './thrust'
