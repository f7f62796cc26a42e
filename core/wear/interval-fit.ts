import { DomainError } from '../domain-error'
import { quantile } from '../numbers'

export interface IntervalFit {
  verdict: 'too early' | 'right' | 'too late' | 'cannot be told'
  /** Share of the way from new to the limit that was found, in the middle and one in ten beyond; 1 is the limit. */
  medianShare: number | null
  highShare: number | null
  /** Overhauls of which one was found beyond the limit. */
  beyond: number
  n: number
}

const LEAST_OVERHAULS = 4
/** Nine of ten were found with less than this worn away: the interval throws life away. */
const EARLY = 0.6
/** More than one in ten was found beyond its limit. */
const LATE = 0.1

/**
 * Whether the interval of a kind of machine suits what is found at its overhauls.
 *
 * @param shares for each overhaul how far the worst position had come from new (0) to its limit (1) as found
 * @throws DomainError `interval.share`
 * Source: general practice.
 * @example intervalFit([0.2, 0.3, 0.25, 0.4]).verdict // 'too early'
 */
export function intervalFit(shares: readonly number[]): IntervalFit {
  if (!shares.every(Number.isFinite)) throw new DomainError('interval.share', 'A share of the way to a limit is a number.')
  const n = shares.length
  const beyond = shares.filter(share => share > 1).length
  if (n < LEAST_OVERHAULS) return { verdict: 'cannot be told', medianShare: null, highShare: null, beyond, n }
  const sorted = [...shares].sort((a, b) => a - b)
  const [medianShare, highShare] = [quantile(sorted, 0.5), quantile(sorted, 0.9)]
  return { verdict: beyond / n > LATE ? 'too late' : highShare < EARLY ? 'too early' : 'right', medianShare, highShare, beyond, n }
}
