import { DomainError } from '../domain-error'
import { judge, type Verdict } from '../metrology'
import { withoutDust } from '../numbers'

export interface DrivePinHeight {
  verdict: Verdict
  side: 'too high' | 'too low' | null
  sentence: string
}

/**
 * Whether a drive pin stands as high as it may: too high and it jams its ring, too low and the ring spins on it.
 *
 * @param limits of the height above its ring, mm; @param uncertaintyMm U (k = 2) of the reading
 * @throws DomainError `drive-pin.limits`, and those of `judge`
 * Source: general practice; limits of the sheet.
 * @example drivePin({ heightMm: 4.4, limits: { lower: 3.8, upper: 4.2 } }).side // 'too high'
 */
export function drivePin({ heightMm, limits, uncertaintyMm = 0 }: {
  heightMm: number, limits: { lower?: number, upper?: number }, uncertaintyMm?: number
}): DrivePinHeight {
  const { lower, upper } = limits
  if (lower === undefined && upper === undefined) throw new DomainError('drive-pin.limits', 'A pin is judged by a lower or an upper limit.')
  const { verdict } = judge({ value: heightMm, lower, upper, uncertainty: uncertaintyMm })
  if (verdict === 'in') return { verdict, side: null, sentence: 'Drives its ring, and leaves it free to follow.' }
  const isHigh = upper !== undefined && (lower === undefined || heightMm > (lower + upper) / 2)
  const prefix = verdict === 'doubtful' ? 'At its limit: ' : ''
  return isHigh
    ? { verdict, side: 'too high', sentence: `${prefix}too high, it jams: the ring cannot sit square or follow its springs.` }
    : { verdict, side: 'too low', sentence: `${prefix}too low, the ring rides over it and spins.` }
}

export interface TrialFit {
  verdict: Verdict
  sentence: string
  pin: DrivePinHeight | null
}

/** A ring that sits rocks by less than can be felt, mm. */
const SITS_MM = 0.05

/**
 * The dry trial fit of a ring without its O-ring: does it sit, or does it rock on its pin?
 *
 * @param rockMm how far its edge lifts when the other is pressed; @param seatDiameterMm over which, for the tilt
 * @param pinHeightMm and `pinLimits`: as `drivePin`
 * @throws DomainError `trial-fit.rock`, and those of `drivePin`
 * Source: general practice.
 * @example trialFit({ rockMm: 0.3, pinHeightMm: 4.4, pinLimits: { upper: 4.2 } }).sentence
 */
export function trialFit({ rockMm, pinHeightMm, pinLimits, mayRockMm = SITS_MM }: {
  rockMm: number, pinHeightMm?: number, pinLimits?: { lower?: number, upper?: number }, mayRockMm?: number
}): TrialFit {
  if (!(rockMm >= 0 && Number.isFinite(rockMm))) throw new DomainError('trial-fit.rock', 'How far it rocks is a length, zero or more.')
  const pin = pinHeightMm === undefined || !pinLimits ? null : drivePin({ heightMm: pinHeightMm, limits: pinLimits })
  if (rockMm <= mayRockMm && (pin === null || pin.verdict === 'in'))
    return { verdict: 'in', sentence: 'Sits without rocking: take it out, put its O-ring on, and push it in square.', pin }
  if (rockMm <= mayRockMm) return { verdict: pin!.verdict, sentence: pin!.sentence, pin }
  return {
    verdict: 'out', pin,
    sentence: pin?.side === 'too high'
      ? `Rocks by ${withoutDust(rockMm, 3)} mm on a pin that is too high: set the pin first.`
      : `Rocks by ${withoutDust(rockMm, 3)} mm: look for dirt or a burr under it, the pin beside its slot, a bent ring, in this order.`,
  }
}
