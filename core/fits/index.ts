export { boreAfterPressing, type PressedSleeve, type PressedSleeveInput } from './bore-after-pressing'
export { fitLimits, parseFit, type FitKind, type FitLimits } from './fit-limits'
export { interferenceFit, stressVerdict, type FitMaterial, type InterferenceFit, type InterferenceInput } from './interference-fit'
export { likelyFits, type LikelyFit } from './likely-fits'
export {
  gripTemperature,
  gripTime,
  mountingTemperature,
  type Grip,
  type GripInput,
  type HeatingMethod,
  type MountingInput,
  type MountingTemperature,
} from './mounting-temperature'
export { taperDriveUp, type TaperDriveUp } from './taper-drive-up'
export {
  nominalStep,
  parseToleranceClass,
  standardTolerance,
  toleranceLimits,
  type ToleranceClass,
  type ToleranceLimits,
} from './tolerance-limits'
