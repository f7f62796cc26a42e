import { DomainError } from '../domain-error'
import type { WorkingLine } from '../working'
import { fitLimits, parseFit, type FitKind } from './fit-limits'

export interface LikelyFit {
  fit: string
  nominalMm: number
  kind: FitKind
  /** How far both sizes lie outside their zones together, µm; 0 when both are inside. */
  missUm: number
  /** How far both sizes lie from the middle of their zones, as a share of the half zones; 0 is the middle, 1 the edge. */
  offCentre: number
  working: WorkingLine
}

/** Fits that ISO 286-1:2010 recommends (figures on preferred fits, hole basis and shaft basis), and the usual seats of rolling bearings. */
const USUAL_FITS = [
  'H11/c11',
  'H9/d9',
  'H9/e9',
  'H8/e8',
  'H8/f7',
  'H7/f6',
  'H7/g6',
  'H6/g5',
  'H7/h6',
  'H8/h7',
  'H9/h9',
  'H11/h11',
  'H7/js6',
  'H7/k6',
  'H7/m6',
  'H7/n6',
  'H7/p6',
  'H7/r6',
  'H7/s6',
  'H7/t6',
  'H7/u6',
  'H8/u8',
  'H8/x8',
  'C11/h11',
  'D10/h9',
  'E9/h9',
  'F8/h7',
  'F8/h9',
  'G7/h6',
  'JS7/h6',
  'K7/h6',
  'M7/h6',
  'N7/h6',
  'P7/h6',
  'R7/h6',
  'S7/h6',
  'U7/h6',
] as const

/** Nominal sizes on drawings are most often whole or half millimetres; inches come as they are. */
const candidatesOf = (boreMm: number, shaftMm: number): number[] => {
  const middle = (boreMm + shaftMm) / 2
  const steps = middle > 100 ? [1, 0.5] : [1, 0.5, 0.1]
  return [...new Set(steps.map(step => Math.round(Math.round(middle / step) * step * 1000) / 1000))].filter(nominal => nominal > 0)
}

/**
 * Which usual fits two measured sizes can belong to, best first: first those with both sizes in their zones, then the nearest.
 *
 * @param boreMm measured bore at 20 °C, mm
 * @param shaftMm measured shaft at 20 °C, mm
 * @param nominalMm nominal size when it is known; otherwise the round sizes next to both are tried
 * @param most how many to give, at most
 * @throws DomainError `fit.size` for sizes that are not positive, `fit.no-pair` when the two are no pair (more than 3 % apart)
 * Source: preferred fits of ISO 286-1:2010, clause 5.3; ranking is our own.
 * @example likelyFits(25.012, 25.008)[0].fit // 'H7/k6'
 */
export function likelyFits(
  boreMm: number,
  shaftMm: number,
  { nominalMm, most = 5 }: { nominalMm?: number; most?: number } = {},
): LikelyFit[] {
  if (!(boreMm > 0 && shaftMm > 0 && Number.isFinite(boreMm + shaftMm)))
    throw new DomainError('fit.size', 'Both sizes must be lengths greater than zero.')
  if (Math.abs(boreMm - shaftMm) > 0.03 * Math.max(boreMm, shaftMm))
    throw new DomainError(
      'fit.no-pair',
      `A bore of ${boreMm} mm and a shaft of ${shaftMm} mm are no pair. Check which reading belongs where.`,
    )
  const found: LikelyFit[] = []
  for (const nominal of nominalMm === undefined ? candidatesOf(boreMm, shaftMm) : [nominalMm]) {
    for (const fit of USUAL_FITS) {
      const limits = limitsOrNone(nominal, fit)
      if (!limits) continue
      const bore = place((boreMm - nominal) * 1000, limits.hole.lowerUm, limits.hole.upperUm)
      const shaft = place((shaftMm - nominal) * 1000, limits.shaft.lowerUm, limits.shaft.upperUm)
      const [missUm, offCentre] = [bore.missUm + shaft.missUm, Math.max(bore.offCentre, shaft.offCentre)]
      const working = {
        label: fit,
        formula: 'distance of both sizes from their zones',
        substituted: `bore ${boreMm}, shaft ${shaftMm} at nominal ${nominal}`,
        result: missUm > 0 ? `${missUm.toFixed(1)} µm outside` : `inside, ${Math.round(offCentre * 100)} % off the middle`,
        source: 'ISO 286-1:2010, preferred fits; ranking is our own',
      }
      found.push({ fit, nominalMm: nominal, kind: limits.kind, missUm, offCentre, working })
    }
  }
  // Among zones that hold both sizes the narrower one says more; of equal ones the one they lie in the middle of.
  const width = ({ fit, nominalMm: size }: Pick<LikelyFit, 'fit' | 'nominalMm'>) => {
    const { hole, shaft } = fitLimits(size, fit)
    return hole.upperUm - hole.lowerUm + shaft.upperUm - shaft.lowerUm
  }
  return found.sort((a, b) => a.missUm - b.missUm || width(a) - width(b) || a.offCentre - b.offCentre).slice(0, most)
}

function place(valueUm: number, lowerUm: number, upperUm: number) {
  const half = (upperUm - lowerUm) / 2
  // A reading in tenths of a micrometre carries binary noise.
  const value = Math.round(valueUm * 100) / 100
  return { missUm: Math.max(0, lowerUm - value, value - upperUm), offCentre: Math.abs(value - (lowerUm + upperUm) / 2) / half }
}

function limitsOrNone(nominalMm: number, fit: string) {
  try {
    parseFit(fit)
    return fitLimits(nominalMm, fit)
  } catch (error) {
    if (error instanceof DomainError && (error.code === 'fit.no-value' || error.code === 'fit.size')) return undefined
    throw error
  }
}
