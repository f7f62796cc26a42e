import { DomainError } from '../domain-error'
import { formatQuantity } from '../units'
import type { WorkingLine } from '../working'
import { parseToleranceClass, toleranceLimits, type ToleranceLimits } from './tolerance-limits'

export type FitKind = 'clearance' | 'transition' | 'interference'

export interface FitLimits {
  kind: FitKind
  /** Largest clearance in µm; negative is an interference. */
  maxClearanceUm: number
  /** Smallest clearance in µm; negative is an interference. */
  minClearanceUm: number
  hole: ToleranceLimits
  shaft: ToleranceLimits
  /** Range in which nearly all pairs lie when sizes scatter evenly and independently in their zones, µm. */
  probableClearanceUm: { min: number, max: number }
  working: WorkingLine[]
}

/** Reads `H7/k6`; blanks are allowed. Throws DomainError `fit.no-fit`. */
export function parseFit(fit: string): { hole: string, shaft: string } {
  const [hole = '', shaft = '', ...more] = fit.split('/').map(part => part.trim())
  if (!hole || !shaft || more.length > 0)
    throw new DomainError('fit.no-fit', `"${fit}" is no fit. Write the hole, a stroke and the shaft: H7/k6.`)
  const classes = { hole: parseToleranceClass(hole), shaft: parseToleranceClass(shaft) }
  if (classes.hole.of !== 'hole' || classes.shaft.of !== 'shaft') {
    throw new DomainError('fit.no-fit', `"${fit}" needs the hole first in capitals and the shaft second in small letters: H7/k6.`)
  }
  return { hole: classes.hole.name, shaft: classes.shaft.name }
}

/**
 * Largest and smallest clearance of a fit of two tolerance classes.
 *
 * @param nominalMm nominal size in mm, over 0 up to 3150
 * @param fit hole and shaft, e.g. `H7/k6`
 * @returns kind and extreme clearances in µm (negative = interference), with the working
 * @throws DomainError `fit.no-fit`, and those of `toleranceLimits`
 * Source: ISO 286-1:2010, clause 5. The probable range adds the two tolerances by their squares (general practice for even scatter: six
 * standard deviations of the sum of two, each a sixth of its zone).
 * @example fitLimits(25, 'H7/k6') // kind 'transition', maxClearanceUm 19, minClearanceUm -15
 */
export function fitLimits(nominalMm: number, fit: string): FitLimits {
  const names = parseFit(fit)
  const [hole, shaft] = [toleranceLimits(nominalMm, names.hole), toleranceLimits(nominalMm, names.shaft)]
  const tidy = (value: number) => Math.round(value * 10) / 10 + 0
  const maxClearanceUm = tidy(hole.upperUm - shaft.lowerUm)
  const minClearanceUm = tidy(hole.lowerUm - shaft.upperUm)
  const kind: FitKind = minClearanceUm >= 0 ? 'clearance' : maxClearanceUm <= 0 ? 'interference' : 'transition'
  const middle = (maxClearanceUm + minClearanceUm) / 2
  const half = Math.hypot(hole.upperUm - hole.lowerUm, shaft.upperUm - shaft.lowerUm) / 2
  const um = (value: number, unit = true) =>
    formatQuantity(value / 1000, 'length', { unit: 'µm', decimals: value % 1 === 0 ? 0 : 1, signed: true, bare: !unit })
  const working: WorkingLine[] = [
    {
      label: `Hole ${names.hole}`,
      formula: 'limit deviations from the table',
      substituted: `${nominalMm} mm`,
      result: `${um(hole.lowerUm, false)} / ${um(hole.upperUm)}`,
      source: 'ISO 286-1:2010, tables 1 to 3',
    },
    {
      label: `Shaft ${names.shaft}`,
      formula: 'limit deviations from the table',
      substituted: `${nominalMm} mm`,
      result: `${um(shaft.lowerUm, false)} / ${um(shaft.upperUm)}`,
      source: 'ISO 286-1:2010, tables 1, 4 and 5',
    },
    {
      label: 'Largest clearance',
      formula: 'ES − ei',
      substituted: `${um(hole.upperUm, false)} − (${um(shaft.lowerUm, false)})`,
      result: um(maxClearanceUm),
      source: 'ISO 286-1:2010',
    },
    {
      label: 'Smallest clearance',
      formula: 'EI − es',
      substituted: `${um(hole.lowerUm, false)} − (${um(shaft.upperUm, false)})`,
      result: um(minClearanceUm),
      source: 'ISO 286-1:2010; negative is an interference',
    },
    {
      label: 'Probable range',
      formula: 'middle ± ½ √(T_hole² + T_shaft²)',
      substituted: `${um(middle, false)} ± ${half.toFixed(1)}`,
      result: `${um(Math.round(middle - half), false)} … ${um(Math.round(middle + half))}`,
      source: 'general practice, even independent scatter',
    },
  ]
  return { kind, maxClearanceUm, minClearanceUm, hole, shaft, probableClearanceUm: { min: middle - half, max: middle + half }, working }
}
