import { formatImperial, formatQuantity, hasImperial, type QuantityKind } from '#core'
import { bothUnits } from './both-units'

/** Decimals in which readings of a kind are shown. */
export const decimalsOf = (kind: QuantityKind): number => kind === 'length' ? 3 : 2

/** The value in inches and pounds when they are wanted and the kind has them; null otherwise. */
export const otherUnits = (value: number, kind: QuantityKind, decimals?: number): string | null =>
  bothUnits.value && hasImperial(kind) ? formatImperial(value, kind, decimals === undefined ? {} : { decimals }) : null

/** A value as the bench shows it: SI, and the other units behind it when they are wanted. */
export function inUnits(value: number, kind: QuantityKind, decimals?: number): string {
  const other = otherUnits(value, kind, decimals)
  const si = formatQuantity(value, kind, decimals === undefined ? {} : { decimals })
  return other ? `${si} (${other})` : si
}

/** A torque as the bench shows it; small ones with a decimal. */
export const torqueInUnits = (torqueNm: number): string => inUnits(torqueNm, 'torque', torqueNm < 20 ? 1 : 0)
