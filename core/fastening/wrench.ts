import { radians } from '../angles'
import { DomainError } from '../domain-error'
import { toDigits } from '../numbers'
import type { WorkingLine } from '../working'
import { requireTorque } from './require-torque'

/**
 * What a torque wrench is set to when an extension stands between it and the bolt: T · L / (L + E cos angle).
 *
 * @param torqueNm torque wanted at the bolt; @param wrenchMm from the square drive to the mark on the grip
 * @param extensionMm from the square drive to the bolt; @param angleDeg 0 straight on, 90 square to the wrench: no change, 180 turned back
 * @throws DomainError `torque.value`, `wrench.length`, `wrench.extension`
 * Source: lever rule, general practice; ISO 6789 gives the wrench itself 4 % (from 10 N·m on) to 6 %.
 * @example wrenchSetting({ torqueNm: 100, wrenchMm: 400, extensionMm: 100, angleDeg: 0 }).settingNm // 80
 */
export function wrenchSetting({ torqueNm, wrenchMm, extensionMm, angleDeg }: {
  torqueNm: number, wrenchMm: number, extensionMm: number, angleDeg: number
}): { settingNm: number, working: WorkingLine[] } {
  requireTorque(torqueNm)
  if (!(wrenchMm > 0 && Number.isFinite(wrenchMm)))
    throw new DomainError('wrench.length', 'The wrench has a length from its drive to the mark on its grip.')
  if (!(extensionMm >= 0 && Number.isFinite(extensionMm) && Number.isFinite(angleDeg)))
    throw new DomainError('wrench.extension', 'An extension has a length of zero or more, and an angle.')
  const leverMm = wrenchMm + extensionMm * Math.cos(radians(angleDeg))
  if (!(leverMm > wrenchMm * 0.1))
    throw new DomainError('wrench.extension', 'Turned back that far the extension leaves no lever: turn it forward or square.')
  const settingNm = torqueNm * wrenchMm / leverMm
  return {
    settingNm,
    working: [{
      label: 'Setting', formula: 'T · L / (L + E cos α)',
      substituted: `${torqueNm} N·m × ${wrenchMm} / (${wrenchMm} + ${extensionMm} × cos ${angleDeg}°)`,
      result: `${settingNm.toFixed(1)} N·m`,
      source: 'lever rule; hold the grip at its mark',
    }],
  }
}

/** What part of its scale a torque wrench may be used in. */
const USABLE_FROM_SHARE = 0.2

/**
 * Whether a torque lies on the part of a wrench's scale that is to be trusted: 20 to 100 % of it.
 *
 * @param settingNm what the wrench is to show; @param fullScaleNm the end of its scale
 * @returns a sentence that says what is wrong, or null
 * Source: ISO 6789-1, 20 % to 100 % of the maximum value.
 * @example wrenchSuits(12, 100) // '12 N·m lies below 20 N·m, a fifth of its scale.'
 */
export function wrenchSuits(settingNm: number, fullScaleNm: number, fromNm = 0): string | null {
  const leastNm = Math.max(fromNm, fullScaleNm * USABLE_FROM_SHARE)
  if (settingNm > fullScaleNm) return `${round(settingNm)} N·m is more than the ${round(fullScaleNm)} N·m that it measures.`
  return settingNm < leastNm - 1e-9 ? `${round(settingNm)} N·m lies below ${round(leastNm)} N·m, where its scale is to be trusted from.` : null
}

const round = (torqueNm: number) => String(toDigits(torqueNm, 4))
