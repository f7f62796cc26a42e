import { formatImperial, formatQuantity, type UnitSystem } from '#core'
import type { Result } from './calculator'

/** A result as text, in the person's units. */
export function showResult(result: Result, system: UnitSystem): string {
  if ('word' in result) return result.word
  if ('from' in result) {
    const { from, to, ...rest } = result
    return `${showResult({ ...rest, value: from }, system).split('\u00a0')[0]} … ${showResult({ ...rest, value: to }, system)}`
  }
  const { value, kind, unit, decimals, signed = false } = result
  const options = { signed, ...(unit ? { unit } : {}), ...(decimals === undefined ? {} : { decimals }) }
  return system === 'imperial' ? formatImperial(value, kind, options) : formatQuantity(value, kind, options)
}
