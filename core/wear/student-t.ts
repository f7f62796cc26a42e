/** Above so many degrees of freedom Student's t is taken as a normal deviate that is drawn together a little. */
const NEARLY_NORMAL = 200
const FARTHEST_Z = 9

/**
 * Chance that a normal deviate is below z, to about 1e-15.
 *
 * Source: Marsaglia, Evaluating the normal distribution, Journal of Statistical Software 11(4), 2004.
 * @example normalBelow(1.2815515655446004) // 0.9
 */
export function normalBelow(z: number): number {
  if (Math.abs(z) > FARTHEST_Z) return z > 0 ? 1 : 0
  let [sum, term] = [z, z]
  for (let k = 3, before = Number.NaN; sum !== before; k += 2) {
    before = sum
    term *= z * z / k
    sum += term
  }
  return 0.5 + sum * Math.exp(-z * z / 2) / Math.sqrt(2 * Math.PI)
}

/**
 * Chance that Student's t is below a value.
 *
 * @param nu degrees of freedom: a whole number from 1, or `Infinity` for the normal distribution
 * @returns exact up to 200 degrees of freedom, beyond that within 1e-6
 * Source: Abramowitz and Stegun, Handbook of Mathematical Functions, 26.7.3, 26.7.4, 26.7.8.
 * @example studentBelow(3.0776835371752527, 1) // 0.9
 */
export function studentBelow(t: number, nu: number): number {
  if (!Number.isFinite(t)) return t > 0 ? 1 : 0
  if (nu === Infinity) return normalBelow(t)
  if (nu > NEARLY_NORMAL) return normalBelow(t * (1 - 1 / (4 * nu)) / Math.sqrt(1 + t * t / (2 * nu)))
  const cosSquare = nu / (nu + t * t)
  const sin = t / Math.sqrt(nu + t * t)
  const isOdd = nu % 2 === 1
  let term = isOdd ? Math.sqrt(cosSquare) : 1
  let sum = nu === 1 ? 0 : term
  for (let k = isOdd ? 2 : 1; k < nu - 2; k += 2) {
    term *= cosSquare * k / (k + 1)
    sum += term
  }
  return isOdd ? 0.5 + (Math.atan(t / Math.sqrt(nu)) + sin * sum) / Math.PI : 0.5 + sin * sum / 2
}

/** Halvings that take any bracket to the last bit of a number. */
const HALVINGS = 80

/**
 * The value that Student's t stays below with a chance.
 *
 * @param chance more than 0, less than 1
 * @example studentPoint(0.9, 2) // 1.8856180831641272
 */
export function studentPoint(chance: number, nu: number): number {
  if (chance < 0.5) return -studentPoint(1 - chance, nu)
  let [low, high] = [0, 1]
  while (studentBelow(high, nu) < chance) [low, high] = [high, high * 4]
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2
    if (studentBelow(middle, nu) < chance) low = middle
    else high = middle
  }
  return (low + high) / 2
}
