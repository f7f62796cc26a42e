import { formatQuantity, type FormatOptions } from './format-quantity'
import { findUnit, KINDS, type QuantityKind } from './units'

/** Units that go over into another one than the usual one of their kind. */
const OTHER: Readonly<Record<string, string>> = { µm: 'thou', kN: 'lbf', kN·m: 'lbf·ft' }

/** Small torques are written in pounds and inches: below this, N·m. */
const SMALL_TORQUE_NM = 20
const usualOf = (value: number, kind: QuantityKind) =>
  kind === 'torque' && Math.abs(value) < SMALL_TORQUE_NM ? 'lbf·in' : KINDS[kind].imperial

/** True when people who work in inches and pounds write this kind in a unit of their own. */
export const hasImperial = (kind: QuantityKind): boolean => KINDS[kind].imperial !== KINDS[kind].base

/**
 * Writes a value for somebody who works in inches and pounds, no digit coarser than in SI.
 *
 * @param value in the SI base of the kind; must be finite
 * @param options how it would be written in SI: µm become thou, kN become lbf
 * @throws DomainError as `formatQuantity`
 * @example formatImperial(70.012, 'length', { decimals: 3 }) // '2.75638 in'
 */
export function formatImperial(
  value: number,
  kind: QuantityKind,
  { unit, decimals, ...rest }: Pick<FormatOptions, 'unit' | 'decimals' | 'signed'> = {},
): string {
  const from = findUnit(unit ?? KINDS[kind].base, kind)
  const to = findUnit((unit && OTHER[unit]) ?? usualOf(value, kind), kind)
  if (!hasImperial(kind) || !from || !to)
    return formatQuantity(value, kind, { ...rest, ...(unit ? { unit } : {}), ...(decimals === undefined ? {} : { decimals }) })
  const asFine = decimals === undefined ? {} : { decimals: Math.max(0, decimals + Math.ceil(Math.log10(to.factor / from.factor))) }
  return formatQuantity(value, kind, { ...rest, unit: to.symbol, ...asFine })
}
