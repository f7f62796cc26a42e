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
