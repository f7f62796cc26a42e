import { DomainError } from '../domain-error'
import { median, withoutDust } from '../numbers'
import type { WorkingLine } from '../working'

export interface SpringMeasured {
  freeLengthMm: number
  coils?: number | undefined
  rateNPerMm?: number | undefined
  note?: string | undefined
}

export interface SpringReference {
  /** A new one. */
  freeLengthMm: number
  rateNPerMm?: number | undefined
  /** Length to which it is pressed in its place. */
  workingLengthMm?: number | undefined
  coils?: number | undefined
}

export interface SpringSet {
  n: number
  medianMm: number
  /** Longest less shortest. */
  spreadMm: number
  /** 0-based, of those whose free length does not belong to the others. */
  outliers: number[]
  /** 0-based, of those with another number of coils than most. */
  otherCoils: number[]
  springs: {
    /** 0.6745 (x − median) ÷ MAD. */
    z: number
    /** Shorter than a new one by this share of its free length. */
    setLoss: number | null
    /** Force at the working length, N. */
    forceN: number | null
    /** Of the force of a new one. */
    forceLeft: number | null
  }[]
  verdict: 'even' | 'uneven'
  working: WorkingLine[]
}

const OUTLIER_Z = 3.5
/** Median of |z| of a normal distribution. */
const NORMAL = 0.6745
/** Of a caliper, where nothing else is said. */
const RESOLUTION_MM = 0.05

/**
 * The springs of a set laid in a row: their spread, which do not belong to the others, what they have lost against a new one.
 *
 * @param reference a new spring; its rate and working length give the force that is left
 * @param options.resolutionMm of what they were measured with; the MAD is never taken smaller
 * @returns an outlier has a robust z of 3.5 and more; two springs can tell no outlier, only their spread
 * @throws DomainError `springs.none`, `springs.length`
 * Source: Iglewicz and Hoaglin, How to detect and handle outliers (1993), modified z-score.
 * @example springSet([{ freeLengthMm: 12.1 }, { freeLengthMm: 12.1 }, { freeLengthMm: 12 }, { freeLengthMm: 11.2 }]).outliers // [3]
 */
export function springSet(springs: readonly SpringMeasured[], reference?: SpringReference,
  { resolutionMm = RESOLUTION_MM }: { resolutionMm?: number } = {}): SpringSet {
  if (springs.length === 0) throw new DomainError('springs.none', 'Lay at least one spring in the row.')
  if (![...springs, ...reference ? [reference] : []].every(({ freeLengthMm: length }) => length > 0 && Number.isFinite(length)))
    throw new DomainError('springs.length', 'Each spring has a free length greater than zero.')
  if (!(resolutionMm > 0 && Number.isFinite(resolutionMm))) throw new DomainError('springs.length', 'A resolution is greater than zero.')
  const lengths = springs.map(({ freeLengthMm }) => freeLengthMm)
  const medianMm = median(lengths)
  const madMm = median(lengths.map(length => Math.abs(length - medianMm)))
  const scaleMm = Math.max(madMm, resolutionMm)
  const spreadMm = withoutDust(Math.max(...lengths) - Math.min(...lengths))
  const z = lengths.map(length => NORMAL * withoutDust(length - medianMm) / scaleMm)
  const outliers = springs.length < 3 ? [] : z.flatMap((value, i) => Math.abs(value) >= OUTLIER_Z ? [i] : [])
  const counts = springs.flatMap(({ coils }) => coils === undefined ? [] : [coils])
  const usual = reference?.coils ?? (counts.length > 0 ? median(counts) : undefined)
  const { rateNPerMm: newRate, workingLengthMm } = reference ?? {}
  const forceAt = (freeLengthMm: number, rate: number | undefined) =>
    rate === undefined || workingLengthMm === undefined ? null : Math.max(0, freeLengthMm - workingLengthMm) * rate
  const newForceN = reference ? forceAt(reference.freeLengthMm, newRate) : null
  return {
    n: springs.length, medianMm, spreadMm, outliers,
    otherCoils: springs.flatMap(({ coils }, i) => coils !== undefined && coils !== usual ? [i] : []),
    springs: springs.map(({ freeLengthMm, rateNPerMm }, i) => {
      const forceN = forceAt(freeLengthMm, rateNPerMm ?? newRate)
      return {
        z: z[i]!, setLoss: reference ? 1 - freeLengthMm / reference.freeLengthMm : null,
        forceN, forceLeft: forceN !== null && newForceN !== null && newForceN > 0 ? forceN / newForceN : null,
      }
    }),
    verdict: outliers.length > 0 ? 'uneven' : 'even',
    working: [
      {
        label: 'Median', formula: 'the middle of the free lengths', substituted: lengths.join(', '), result: `${withoutDust(medianMm, 3)} mm`,
        source: 'definition',
      },
      { label: 'Spread', formula: 'longest − shortest', substituted: `${Math.max(...lengths)} − ${Math.min(...lengths)}`,
        result: `${withoutDust(spreadMm, 3)} mm`, source: 'definition' },
      {
        label: 'Those that do not belong', formula: '|0.6745 (x − median) ÷ MAD| ≥ 3.5',
        substituted: `MAD ${withoutDust(madMm, 3)} mm, not below ${withoutDust(resolutionMm, 3)} mm`,
        result: outliers.length > 0 ? outliers.map(i => `no. ${i + 1}`).join(', ') : springs.length < 3 ? 'too few to tell' : 'none',
        source: 'Iglewicz and Hoaglin (1993)',
      },
      ...reference
        ? [{
            label: 'Set loss', formula: '1 − free length ÷ new', substituted: `new ${reference.freeLengthMm} mm`,
            result: lengths.map(length => `${((1 - length / reference.freeLengthMm) * 100).toFixed(1)} %`).join(', '), source: 'definition',
          }]
        : [],
    ],
  }
}
