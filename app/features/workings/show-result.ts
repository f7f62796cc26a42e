import { formatQuantity, type UnitSystem } from '#core'
import type { Result } from './calculator'

/** The unit in which a result is shown to somebody who reads inches: small lengths in thou. */
const IMPERIAL: Readonly<Record<string, { unit: string, moreDecimals: number }>> = { µm: { unit: 'thou', moreDecimals: 1 }, kN: { unit: 'lbf', moreDecimals: -1 } }

/** A result as text, in the person's units. */
export function showResult(result: Result, system: UnitSystem): string {
  if ('word' in result) return result.word
  if ('from' in result) {
    const { from, to, ...rest } = result
    return `${showResult({ ...rest, value: from }, system).split('\u00a0')[0]} … ${showResult({ ...rest, value: to }, system)}`
  }
  const { value, kind, unit, decimals, signed = false } = result
  if (system === 'si' || kind === 'time' || kind === 'share') return formatQuantity(value, kind, { signed, ...(unit ? { unit } : {}), ...(decimals === undefined ? {} : { decimals }) })
  const other = unit && IMPERIAL[unit]
  if (other) return formatQuantity(value, kind, { signed, unit: other.unit, decimals: Math.max(0, (decimals ?? 1) + other.moreDecimals) })
  return formatQuantity(value, kind, { signed, system, ...(kind === 'length' && decimals !== undefined ? { decimals: decimals + 1 } : {}) })
}
