import { DomainError } from '../domain-error'
import { median } from '../numbers'

export interface Question {
  station: number
  plane: number
  value: number
  /** Where its neighbours lie. */
  neighbours: number
}

/** A reading is asked about when it lies this many of their spreads away from the others. */
const SPREADS = 8
/** Spread of normally scattered values from their median absolute deviation. */
const TO_SIGMA = 1.4826

/**
 * Which readings of a grid lie so far from all others that a slip of the hand is likelier than the part: asked before they are stored.
 *
 * @param values `values[station][plane]`, any unit
 * @param uncertainty expanded uncertainty of one reading in the same unit: no spread is taken smaller
 * @returns the readings to ask about; none for fewer than four
 * @throws DomainError `question.not-a-number`
 * Source: distance from the median of the others in units of their median absolute deviation (Hampel 1974); the factor is our choice.
 * @example questionReadings([[70.011, 70.012], [70.012, 70.112]], 0.004) // [{ station: 1, plane: 1, value: 70.112, neighbours: 70.012 }]
 */
export function questionReadings(values: readonly (readonly number[])[], uncertainty: number): Question[] {
  const all = values.flatMap((row, station) => row.map((value, plane) => ({ station, plane, value })))
  if (!all.every(({ value }) => Number.isFinite(value))) throw new DomainError('question.not-a-number', 'Every reading must be a number.')
  if (all.length < 4) return []
  return all.flatMap((reading) => {
    const others = all.filter(other => other !== reading).map(other => other.value)
    const neighbours = median(others)
    const spread = Math.max(TO_SIGMA * median(others.map(other => Math.abs(other - neighbours))), uncertainty / 2)
    return Math.abs(reading.value - neighbours) > SPREADS * spread ? [{ ...reading, neighbours }] : []
  })
}
