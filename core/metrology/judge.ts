import { DomainError } from '../domain-error'
import type { WorkingLine } from '../working'

export type Verdict = 'in' | 'doubtful' | 'out'

export interface Judgement {
  verdict: Verdict
  /** Distance to the nearest limit in the unit of the value: positive inside, negative outside; Infinity without limits. */
  margin: number
}

export interface JudgeInput {
  value: number
  /** Lower limit in the unit of the value; left out when there is none. */
  lower?: number | undefined
  /** Upper limit in the unit of the value; left out when there is none. */
  upper?: number | undefined
  /** Expanded uncertainty U (k = 2) in the unit of the value, zero or more. */
  uncertainty?: number | undefined
}

// Readings arrive as decimals; their differences carry binary noise many orders below any instrument.
const NOISE = 1e-9

/**
 * Judges a value against its limits, honest about the uncertainty of measurement.
 *
 * Inside both limits by more than U is `in`; beyond a limit by more than U is `out`; within ±U of a limit nobody can know,
 * and the verdict is `doubtful`. With U = 0 the limit itself belongs to the tolerance.
 *
 * @returns verdict and margin, in the unit of the value
 * @throws DomainError `judge.not-a-number`, `judge.limits-crossed`, `judge.negative-uncertainty`
 * Source: ISO 14253-1, decision rules for conformity and nonconformity.
 * @example judge({ value: 0.18, lower: 0.05, upper: 0.15, uncertainty: 0.01 }) // { verdict: 'out', margin: -0.03 }
 */
export function judge({ value, lower = -Infinity, upper = Infinity, uncertainty = 0 }: JudgeInput): Judgement {
  if (!Number.isFinite(value) || Number.isNaN(lower) || Number.isNaN(upper) || !Number.isFinite(uncertainty)) {
    throw new DomainError('judge.not-a-number', 'A verdict needs a reading, limits and an uncertainty that are numbers.')
  }
  if (lower > upper) throw new DomainError('judge.limits-crossed', `The lower limit ${lower} lies above the upper limit ${upper}.`)
  if (uncertainty < 0) throw new DomainError('judge.negative-uncertainty', 'An uncertainty cannot be negative.')
  const margin = Math.min(value - lower, upper - value)
  const noise = NOISE * Math.max(1, Math.abs(value))
  if (margin < -uncertainty - noise) return { verdict: 'out', margin }
  const known = uncertainty === 0 ? margin >= -noise : margin > uncertainty + noise
  return { verdict: known ? 'in' : 'doubtful', margin }
}

const SEVERITY: Readonly<Record<Verdict, number>> = { in: 0, doubtful: 1, out: 2 }

/** True when a verdict is worse than another: out before doubtful before in. */
export const isWorse = (one: Verdict, other: Verdict): boolean => SEVERITY[one] > SEVERITY[other]

/** The verdict that decides when several stand together: the worst. `in` for none. */
export function worstVerdict(verdicts: readonly Verdict[]): Verdict {
  return verdicts.reduce<Verdict>((worst, verdict) => isWorse(verdict, worst) ? verdict : worst, 'in')
}

/** One thing that has a limit, judged: its value, the limits, the verdict. All in one unit. */
export interface Criterion {
  label: string
  value: number
  lower: number | null
  upper: number | null
  /** Expanded uncertainty U (k = 2). */
  uncertainty: number
  verdict: Verdict
  /** Distance to the nearest limit, negative outside; null without limits. */
  margin: number | null
}

export interface JudgedLine extends Criterion {
  /** Where the limits come from. */
  source: string
  /** A value with its unit, and without. */
  show: (value: number) => string
  bare: (value: number) => string
}

/** What a working says of a verdict: the value in its limits, and by how much it is inside or beyond. */
export function marginLine({ label, value, lower, upper, uncertainty, verdict, margin, source, show, bare }: JudgedLine): WorkingLine {
  const limits = [lower === null ? '' : `from ${bare(lower)}`, upper === null ? '' : `to ${bare(upper)}`].filter(Boolean).join(' ')
  return {
    label, formula: 'distance to the nearest limit against ±U',
    substituted: limits ? `${bare(value)} in ${limits}, U ${bare(uncertainty)}` : `${bare(value)}, no limit`,
    result: margin === null ? verdict : `${verdict}, ${margin < 0 ? 'beyond by' : 'inside by'} ${show(Math.abs(margin))}`,
    source: `ISO 14253-1; limits: ${source}`,
  }
}
