export { assemblyFluid, ASSEMBLY_FLUIDS, ELASTOMERS, FLUID_PLACES, PRODUCTS, type AssemblyFluid, type AssemblyFluidName, type Elastomer,
  type FluidChoice, type FluidPlace, type Product } from './assembly-fluid'
export { drivePin, trialFit, type DrivePinHeight, type TrialFit } from './drive'
export { FACE_MATERIALS, faceFlatness, facePair, wearTrack, type FaceMaterial, type FacePair, type WearTrack } from './faces'
export { compressionSet, oringFit, ORING_APPLICATIONS, ringsForGroove, stretchedSection, swelling, type OringApplication, type OringFit,
  type OringFitInput, type OringWindow } from './oring-fit'
export { nearestOring, ORING_DASHES, ORING_SIZES, oringSize, type OringCandidate, type OringSize, type OringStandard } from './oring-size'
export { sealSetting, SETTING_METHODS, type SealSetting, type SealSettingInput, type SettingMethod, type ThermalGrowth } from './seal-setting'
export { springSet, type SpringMeasured, type SpringReference, type SpringSet } from './springs'
