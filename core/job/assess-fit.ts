import { judge, worstVerdict, type Verdict } from '../metrology'
import { mean, withoutDust } from '../numbers'
import { partOf, positionOf, type Fit, type ReadingStage, type Sheet } from '../sheet'
import { formatQuantity } from '../units'
import type { WorkingLine } from '../working'
import { uncertaintyOf, valuesAt20 } from './assess-reading'
import { readingAt } from './reading-at'
import type { JobState } from './state'

/** One partner of a fit as it is known: measured, or by the limits of a part. */
export interface FitSide {
  name: string
  minMm: number
  maxMm: number
  /** Where the size comes from: a reading of that stage, or the limits of the part. */
  from: ReadingStage | 'part'
}

export interface FitAssessment {
  verdict: Verdict
  /** Smallest, mean and largest clearance that both sizes leave, mm; negative is an interference. */
  minMm: number
  meanMm: number
  maxMm: number
  uncertaintyMm: number
  hole: FitSide
  shaft: FitSide
  working: WorkingLine[]
}

/**
 * The clearance of two mating parts from what was measured on both, judged against the fit of the sheet.
 *
 * The smallest clearance is the smallest hole over the largest shaft, the largest the other way round; both must be inside. For the stage
 * as-left a partner that was not measured again counts as it was found.
 *
 * @returns null as long as a partner has no reading
 * Source: ISO 286-1 (clearance), ISO 14253-1 (verdict), uncertainties of both added by their squares (GUM 5.1.2), sizes at 20 °C (ISO 1).
 * @example assessFit(sheet, state, fit, 'as-found')?.verdict
 */
export function assessFit(sheet: Sheet, state: JobState, fit: Fit, stage: ReadingStage): FitAssessment | null {
  const [hole, shaft] = [sideOf(sheet, state, fit.hole, stage), sideOf(sheet, state, fit.shaft, stage)]
  if (!hole || !shaft) return null
  const uncertaintyMm = Math.hypot(hole.uncertainty, shaft.uncertainty)
  const [minMm, maxMm] = [withoutDust(hole.minMm - shaft.maxMm), withoutDust(hole.maxMm - shaft.minMm)]
  const { lower, upper } = fit.clearanceMm
  const verdict = worstVerdict([minMm, maxMm].map(value => judge({ value, lower, upper, uncertainty: uncertaintyMm }).verdict))
  const mm = (value: number, signed = false) => formatQuantity(value, 'length', { decimals: 4, bare: true, signed })
  const um = (value: number) => formatQuantity(value, 'length', { unit: 'µm', decimals: 1, signed: true })
  const limits = [lower === undefined ? '' : `from ${um(lower)}`, upper === undefined ? '' : `to ${um(upper)}`].filter(Boolean).join(' ')
  const working: WorkingLine[] = [
    {
      label: 'Smallest clearance',
      formula: 'smallest hole − largest shaft',
      substituted: `${mm(hole.minMm)} − ${mm(shaft.maxMm)}`,
      result: um(minMm),
      source: 'ISO 286-1; negative is an interference',
    },
    {
      label: 'Largest clearance',
      formula: 'largest hole − smallest shaft',
      substituted: `${mm(hole.maxMm)} − ${mm(shaft.minMm)}`,
      result: um(maxMm),
      source: 'ISO 286-1',
    },
    {
      label: 'Verdict',
      formula: 'distance to the limits against ±√(U² + U²)',
      substituted: `${um(minMm)} and ${um(maxMm)} ${limits || 'without limits'}, U ${um(uncertaintyMm)}`,
      result: verdict,
      source: `ISO 14253-1; limits: ${fit.source}`,
    },
  ]
  return { verdict, minMm, meanMm: withoutDust(hole.meanMm - shaft.meanMm), maxMm, uncertaintyMm, hole, shaft, working }
}

type Side = FitSide & { meanMm: number, uncertainty: number }

function sideOf(sheet: Sheet, state: JobState, partner: Fit['hole'], stage: ReadingStage): Side | null {
  if (partner.position === undefined) {
    // The sheet check has seen to it that a part comes with both sizes.
    const [minMm, maxMm] = [partner.lowerMm!, partner.upperMm!]
    return { name: partOf(sheet, partner.part!).name, minMm, maxMm, meanMm: (minMm + maxMm) / 2, uncertainty: 0, from: 'part' }
  }
  const position = positionOf(sheet, partner.position)
  const reading
    = readingAt(state, partner.position, stage) ?? (stage === 'as-left' ? readingAt(state, partner.position, 'as-found') : undefined)
  if (!reading) return null
  const values = valuesAt20(position, reading.values, reading.conditions).flat()
  const uncertainty = uncertaintyOf(position, reading.values, reading.conditions)
  return {
    name: position.name,
    minMm: Math.min(...values),
    maxMm: Math.max(...values),
    meanMm: mean(values),
    uncertainty,
    from: reading.stage,
  }
}
