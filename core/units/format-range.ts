import { formatQuantity } from './format-quantity'
import type { QuantityKind } from './units'

/**
 * Two limits as people say them; a side that is null or undefined has none.
 *
 * @returns undefined where there is no limit at all
 * @throws DomainError as `formatQuantity`
 * @example formatRange(0.1, 0.4, 'length') // '0.100 mm to 0.400 mm'
 * @example formatRange(null, 0.4, 'length') // 'up to 0.400 mm'
 */
export function formatRange(lower: number | null | undefined, upper: number | null | undefined, kind: QuantityKind): string | undefined {
  const say = (value: number) => formatQuantity(value, kind)
  const [hasLower, hasUpper] = [typeof lower === 'number', typeof upper === 'number']
  if (hasLower && hasUpper) return `${say(lower!)} to ${say(upper!)}`
  if (hasUpper) return `up to ${say(upper!)}`
  return hasLower ? `from ${say(lower!)}` : undefined
}
