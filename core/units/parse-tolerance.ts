import { DomainError } from '../domain-error'
import { parseQuantity, plainly } from './parse-quantity'
import type { QuantityKind } from './units'

export interface Tolerance {
  /** Nominal value in the SI base of the kind. */
  nominal: number
  lower: number
  upper: number
  /** Unit that was understood. */
  unit: string
}

const EVEN = /^(.+?)(?:±|\+\s*\/\s*-|\+-)(.+)$/
const UNEVEN = /^([^+-].*?)\s*([+-])\s*([^+\-/]+?)\s*\/?\s*([+-])\s*([^+\-/]+)$/
const NUMBER_ONLY = /^[+\-\d\s.,/]+$/
const MOST_CHARACTERS = 120

/**
 * Reads a value with its tolerance: `0.250 ±0.004 in`, `25 +0.021/0`, `25 mm +0.02 -0.01`, `70 ± 15 µm`.
 *
 * A unit behind the tolerance goes for both when the nominal has none; a unit behind the nominal goes for both when the tolerance has none.
 *
 * @returns nominal and both limits in the SI base of the kind
 * @throws DomainError `tolerance.unreadable`, `tolerance.crossed`, and those of `parseQuantity`
 * @example parseTolerance('0.250 ±0.004 in', 'length') // { nominal: 6.35, lower: 6.2484, upper: 6.4516, unit: 'in' }
 */
export function parseTolerance(text: string, kind: QuantityKind = 'length'): Tolerance {
  if (text.length > MOST_CHARACTERS)
    throw new DomainError(
      'tolerance.unreadable',
      `A value with its tolerance has at most ${MOST_CHARACTERS} characters; this has ${text.length}.`,
    )
  const typed = plainly(text)
  const even = EVEN.exec(typed)
  // A bare 0 needs no sign.
  const uneven = even ? null : UNEVEN.exec(typed.replace(/([+-][^/+-]+)\/\s*0(?!\.|\d)/, '$1/+0').replace(/\s0\s*\/\s*-/, ' +0/-'))
  if (!even && !uneven)
    throw new DomainError('tolerance.unreadable', `"${text}" is no value with a tolerance. Write it as 25 ±0.02 mm or 25 +0.021/0.`)
  const [nominalText, parts] = even
    ? [even[1]!, [[-1, even[2]!], [1, even[2]!]] as const]
    : [uneven![1]!, [[uneven![2] === '-' ? -1 : 1, uneven![3]!], [uneven![4] === '-' ? -1 : 1, uneven![5]!]] as const]
  const unitOf = (part: string) => NUMBER_ONLY.test(part.trim()) ? undefined : parseQuantity(part, kind)
  // A temperature has a zero of its own: its differences are read as whole values and the zero is taken off.
  const unit = unitOf(nominalText)?.unit ?? parts.map(([, part]) => unitOf(part)?.unit).find(Boolean)
  const options = unit ? { bareUnit: unit } : {}
  const nominal = parseQuantity(nominalText, kind, options)
  const zero = parseQuantity(`0 ${nominal.unit}`, kind).value
  const limits = parts.map(([sign, part]) => nominal.value + sign * (parseQuantity(part, kind, options).value - zero))
  const [lower, upper] = [Math.min(...limits), Math.max(...limits)]
  if (even && parseQuantity(even[2]!, kind, options).value - zero < 0)
    throw new DomainError('tolerance.crossed', `A tolerance of "${even[2]!.trim()}" has a sign of its own. Write ± and an amount.`)
  return { nominal: nominal.value, lower, upper, unit: nominal.unit }
}
