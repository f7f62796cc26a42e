/** What a calibration found. `adjusted`: out of tolerance as it came, put right; `out of tolerance`: and it stays so. */
export const CALIBRATION_RESULTS = ['in tolerance', 'adjusted', 'out of tolerance'] as const
export type CalibrationResult = (typeof CALIBRATION_RESULTS)[number]
