import { DomainError } from '../domain-error'
import type { WorkingLine } from '../working'

/** A measured value with its expanded uncertainty U (k = 2), both in the same unit. */
export interface Measured { value: number, uncertainty: number }

export interface Comparison {
  /** a − b. */
  difference: number
  /** √(Ua² + Ub²): what the two may differ by. */
  jointUncertainty: number
  /** True when they do not differ by more than that. */
  agree: boolean
  /** Mean weighted by 1 ÷ U², and its uncertainty; only told when they agree. */
  best: Measured | undefined
  working: WorkingLine[]
}

/**
 * Two methods for one thing: do they say the same?
 *
 * @param a first method, in any unit
 * @param b second method, in the same unit
 * @throws DomainError `compare.input` for what is no number or an uncertainty that is not greater than zero
 * Source: normalised error |a − b| ÷ √(Ua² + Ub²) ≤ 1, ISO/IEC 17043.
 * @example compareMethods({ value: 0.152, uncertainty: 0.01 }, { value: 0.14, uncertainty: 0.025 }).agree // true
 */
export function compareMethods(a: Measured, b: Measured): Comparison {
  for (const { value, uncertainty } of [a, b]) {
    if (!Number.isFinite(value) || !(uncertainty > 0 && Number.isFinite(uncertainty)))
      throw new DomainError('compare.input', 'Both methods need a value and an uncertainty greater than zero.')
  }
  const difference = a.value - b.value
  const jointUncertainty = Math.hypot(a.uncertainty, b.uncertainty)
  const agree = Math.abs(difference) <= jointUncertainty
  const [wa, wb] = [1 / a.uncertainty ** 2, 1 / b.uncertainty ** 2]
  const best = agree ? { value: (wa * a.value + wb * b.value) / (wa + wb), uncertainty: 1 / Math.sqrt(wa + wb) } : undefined
  const working: WorkingLine[] = [
    {
      label: 'Difference',
      formula: 'a − b',
      substituted: `${a.value} − ${b.value}`,
      result: difference.toPrecision(3),
      source: 'both methods',
    },
    {
      label: 'Allowed by uncertainty',
      formula: '√(Ua² + Ub²)',
      substituted: `√(${a.uncertainty}² + ${b.uncertainty}²)`,
      result: `${jointUncertainty.toPrecision(3)}: ${agree ? 'they agree' : 'one of them is wrong'}`,
      source: 'ISO/IEC 17043, normalised error',
    },
  ]
  return { difference, jointUncertainty, agree, best, working }
}
