/** How an instrument differs from one that shows the truth; values in the SI base of its quantity. */
export interface InstrumentCharacter {
  /** The smallest step that it shows. */
  step: number
  /** What it shows too much, always. */
  bias: number
  /** How far repeats of the same reading scatter (one standard deviation). */
  repeatability: number
  /** What it moves in an hour since it was set. */
  driftPerHour: number
  /** How it expands, per K; 0 for what does not. */
  alphaPerK: number
}

/** Under what the reading is taken. */
export interface ReadingMoment {
  /** Since the instrument was set, hours. */
  hours: number
  /** Of part and instrument, °C; both at 20 show a length as it is. */
  partC: number
  instrumentC: number
  /** How the part expands, per K; 0 for what is no length. */
  alphaPart: number
  /** A normal number of this repeat. */
  z: number
}

const REFERENCE_C = 20

/**
 * What an instrument shows of a true value: warm part over warm scale, its bias, its drift, the scatter of this repeat, in whole steps.
 *
 * Source: ISO 1 for the temperatures; the parts of an uncertainty after the GUM, turned round.
 * @example instrumentShows(70, character, { hours: 0, partC: 20, instrumentC: 20, alphaPart: 11.5e-6, z: 0 }) // 70.001, one step of bias
 */
export function instrumentShows(
  truth: number, { step, bias, repeatability, driftPerHour, alphaPerK }: InstrumentCharacter,
  { hours, partC, instrumentC, alphaPart, z }: ReadingMoment,
): number {
  const part = truth * (1 + alphaPart * (partC - REFERENCE_C))
  const onScale = alphaPerK ? part / (1 + alphaPerK * (instrumentC - REFERENCE_C)) : part
  const shown = onScale + bias + driftPerHour * hours + repeatability * z
  return Math.round(shown / step) * step
}
