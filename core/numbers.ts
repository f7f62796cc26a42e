/**
 * Arithmetic mean.
 *
 * @param values one number or more
 * @returns NaN for an empty list; callers refuse that first
 * @example mean([1, 2, 6]) // 3
 */
export const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length

/**
 * Largest minus smallest.
 *
 * @example spread([0.19, 0.21, 0.2]) // 0.02
 */
export const spread = (values: readonly number[]): number => withoutDust(Math.max(...values) - Math.min(...values))

/**
 * Value that a share of a sorted list stays below, in proportion between two of its members.
 *
 * @param sorted one number or more, the smallest first
 * @param share 0 … 1
 * @example quantile([1, 2, 3, 4], 0.5) // 2.5
 */
export function quantile(sorted: readonly number[], share: number): number {
  const at = share * (sorted.length - 1)
  const [low, high] = [sorted[Math.floor(at)]!, sorted[Math.ceil(at)]!]
  return low + (high - low) * (at - Math.floor(at))
}

/**
 * The middle of a list.
 *
 * @example median([3, 1, 2]) // 2
 */
export const median = (values: readonly number[]): number => quantile([...values].sort((a, b) => a - b), 0.5)

/**
 * Takes the binary noise off a number that came from decimals: 0.1 + 0.2 is 0.3 again.
 *
 * @param decimals digits that are kept; nine are a picometre in millimetres, far below any instrument
 * @example withoutDust(70.019 - 70.012) // 0.007
 */
export const withoutDust = (value: number, decimals = 9): number => {
  const scale = 10 ** decimals
  // Beyond this the number has no such digits, and scaling it would only cost some.
  return Math.abs(value) * scale > Number.MAX_SAFE_INTEGER ? value : Math.round(value * scale) / scale
}

/** A number with so many significant digits, without zeros at its end. */
export const toDigits = (value: number, digits: number): number => Number(value.toPrecision(digits))

/**
 * A whole number with its groups of thousands set apart, as people read hours.
 *
 * @example thousands(31_240.4) // '31 240', with a narrow space that does not break
 */
export const thousands = (value: number): string => Math.round(value).toLocaleString('en').replaceAll(',', '\u202f')
