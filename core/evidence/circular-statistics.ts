import { degrees, radians } from '../angles'
import { DomainError } from '../domain-error'
import { ALL_ROUND_DEG, arcMiddle, arcWidth, type Arc } from './finding'

export interface CircularStatistics {
  /** Arcs with a direction: those all round have none. */
  n: number
  /** Mean direction, 0 up to 360; null where there is none. */
  meanDeg: number | null
  /** Length of the mean vector, 0 (all over) to 1 (one direction). */
  resultant: number
  /** Chance that directions without any preference lie so close together; null under five findings. */
  rayleighP: number | null
  /** The same with doubled angles: two opposite places are one axis. */
  axis: { meanDeg: number | null, resultant: number, rayleighP: number | null }
}

/** With fewer nobody can tell chance from a pattern. */
const FEWEST_FOR_TEST = 5
const NO_DIRECTION = 1e-9

/**
 * Where findings lie round the turn, and whether that is more than chance.
 *
 * @param arcs each an independent finding, by its middle; an arc of 360° has no direction and is left out. `weight` bends the mean, never
 *   the count that the test stands on
 * @returns `rayleighP` by the approximation of Zar for the unweighted vectors
 * @throws DomainError `circular.angle`, `circular.weight`
 * Source: Zar, Biostatistical analysis, 5th ed., 26.4 (mean), 27.1 (Rayleigh test); Mardia and Jupp, Directional statistics, 2.2 and 6.3.
 * @example circularStatistics([{ fromDeg: 350, toDeg: 10 }, { fromDeg: 10, toDeg: 30 }]).meanDeg // 10
 */
export function circularStatistics(arcs: readonly (Arc & { weight?: number | undefined })[]): CircularStatistics {
  if (!arcs.every(({ fromDeg, toDeg }) => Number.isFinite(fromDeg) && Number.isFinite(toDeg)))
    throw new DomainError('circular.angle', 'An arc goes from one angle to another, in degrees.')
  if (!arcs.every(({ weight = 1 }) => weight > 0 && Number.isFinite(weight)))
    throw new DomainError('circular.weight', 'A weight is greater than zero.')
  const directed = arcs.filter(arc => arcWidth(arc) < ALL_ROUND_DEG).map(arc => ({ rad: radians(arcMiddle(arc)), weight: arc.weight ?? 1 }))
  const n = directed.length
  const of = (times: number) => {
    const vector = meanVector(directed.map(({ rad, weight }) => ({ rad: rad * times, weight })))
    const unweighted = meanVector(directed.map(({ rad }) => ({ rad: rad * times, weight: 1 })))
    return {
      meanDeg: vector.length > NO_DIRECTION ? degrees(vector.rad / times, ALL_ROUND_DEG / times) : null,
      resultant: vector.length, rayleighP: n < FEWEST_FOR_TEST ? null : rayleighP(n, unweighted.length),
    }
  }
  return { n, ...of(1), axis: of(2) }
}

function meanVector(directions: readonly { rad: number, weight: number }[]): { rad: number, length: number } {
  const whole = directions.reduce((sum, { weight }) => sum + weight, 0)
  if (whole === 0) return { rad: 0, length: 0 }
  const x = directions.reduce((sum, { rad, weight }) => sum + weight * Math.cos(rad), 0) / whole
  const y = directions.reduce((sum, { rad, weight }) => sum + weight * Math.sin(rad), 0) / whole
  return { rad: Math.atan2(y, x), length: Math.min(1, Math.hypot(x, y)) }
}

/** Zar (27.4): e^(√(1 + 4n + 4(n² − R²)) − (1 + 2n)), R = n r. */
const rayleighP = (n: number, resultant: number): number =>
  Math.min(1, Math.exp(Math.sqrt(1 + 4 * n + 4 * (n ** 2 - (n * resultant) ** 2)) - (1 + 2 * n)))
