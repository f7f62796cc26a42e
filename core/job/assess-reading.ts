import { judge, surveyDiameter, worstVerdict, type DiameterSurvey, type Verdict } from '../metrology'
import type { Position } from '../sheet'
import { formatQuantity } from '../units'
import type { WorkingLine } from '../working'

/** One thing of a reading that has a limit: its value, the limits, the verdict. All in the SI base of the position's quantity. */
export interface Criterion {
  label: string
  value: number
  lower: number | null
  upper: number | null
  uncertainty: number
  verdict: Verdict
  /** Distance to the nearest limit, negative outside; null without limits. */
  margin: number | null
}

export interface Assessment {
  verdict: Verdict
  criteria: Criterion[]
  survey: DiameterSurvey | null
  working: WorkingLine[]
}

/**
 * Turns the readings of a position into a verdict against the limits of the sheet.
 *
 * A diameter survey is judged by its smallest and largest reading, its out-of-roundness and its taper; single values are
 * judged one by one. The worst decides. Form is a difference of two readings of one instrument, so its uncertainty is √2 U.
 *
 * @param position the position of the sheet, with limits and the uncertainty U (k = 2) of its usual instrument
 * @param values `values[station][plane]` in the SI base of the position's quantity
 * @throws DomainError of `surveyDiameter` and `judge`
 * Source: ISO 14253-1 (verdict), ISO 14405-1 (two-point size), GUM 5.1.2 (difference of two independent readings).
 * @example assessReading(position, [[70.012, 70.011], [70.010, 70.010], [70.009, 70.008]]).verdict // 'in'
 */
export function assessReading(position: Position, values: readonly (readonly number[])[]): Assessment {
  return position.method === 'diameter survey' ? assessSurvey(position, values) : assessValues(position, values)
}

function assessSurvey(position: Position, values: readonly (readonly number[])[]): Assessment {
  const survey = surveyDiameter({ readingsMm: values })
  const { lower, upper } = position.limits
  const formU = Math.SQRT2 * position.uncertainty
  const criteria = [
    criterion('Smallest', survey.minMm, lower, upper, position.uncertainty),
    criterion('Largest', survey.maxMm, lower, upper, position.uncertainty),
  ]
  if (position.outOfRoundnessMm !== undefined) criteria.push(criterion('Out-of-roundness', survey.outOfRoundnessMm, undefined, position.outOfRoundnessMm, formU))
  if (position.taperMm !== undefined) criteria.push(criterion('Taper', survey.taperMm, undefined, position.taperMm, formU))
  return { verdict: worstVerdict(criteria.map(c => c.verdict)), criteria, survey, working: [...survey.working, ...criteria.map(c => verdictLine(position, c))] }
}

function assessValues(position: Position, values: readonly (readonly number[])[]): Assessment {
  const criteria = values.flatMap((row, station) => row.map((value, plane) => {
    const place = [position.stations[station], position.planes.length > 1 ? position.planes[plane] : ''].filter(Boolean).join(', ')
    return criterion(place, value, position.limits.lower, position.limits.upper, position.uncertainty)
  }))
  return { verdict: worstVerdict(criteria.map(c => c.verdict)), criteria, survey: null, working: criteria.map(c => verdictLine(position, c)) }
}

function criterion(label: string, value: number, lower: number | undefined, upper: number | undefined, uncertainty: number): Criterion {
  const { verdict, margin } = judge({ value, lower, upper, uncertainty })
  return { label, value, lower: lower ?? null, upper: upper ?? null, uncertainty, verdict, margin: Number.isFinite(margin) ? margin : null }
}

function verdictLine(position: Position, { label, value, lower, upper, uncertainty, verdict, margin }: Criterion): WorkingLine {
  const decimals = position.quantity === 'length' ? 4 : 2
  const show = (number: number) => formatQuantity(number, position.quantity, { decimals })
  const bare = (number: number) => formatQuantity(number, position.quantity, { decimals, bare: true })
  const limits = [lower === null ? '' : `from ${bare(lower)}`, upper === null ? '' : `to ${bare(upper)}`].filter(Boolean).join(' ')
  return {
    label: `Verdict: ${label}`,
    formula: 'distance to the nearest limit against ±U',
    substituted: limits ? `${bare(value)} in ${limits}, U ${bare(uncertainty)}` : `${bare(value)}, no limit`,
    result: margin === null ? verdict : `${verdict}, ${margin < 0 ? 'beyond by' : 'inside by'} ${show(Math.abs(margin))}`,
    source: `ISO 14253-1; limits: ${position.source}`,
  }
}
