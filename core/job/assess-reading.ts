import {
  coversCalibration,
  isWorse,
  judge,
  lengthAt20,
  lengthAt20Line,
  marginLine,
  measurementUncertainty,
  runOut,
  shaftBow,
  surveyDiameter,
  worstVerdict,
  type Criterion,
  type DiameterSurvey,
  type RunOut,
  type RunOutPoint,
  type ShaftBow,
  type Verdict,
} from '../metrology'
import { mean, withoutDust } from '../numbers'
import { anglesOf, limitsAt, type Position, type StageLimits } from '../sheet'
import { formatQuantity } from '../units'
import type { WorkingLine } from '../working'

/** A run-out worked out: each station's turn, and the bow when the places of the stations are known. */
export interface RunOutFound {
  turns: { station: string, points: RunOutPoint[], found: RunOut }[]
  bow: ShaftBow | null
}

export interface Assessment {
  verdict: Verdict
  /** In the SI base of the position's quantity. */
  criteria: Criterion[]
  /** The one number that stands for the reading in lists and trends: its mean at 20 °C, or the greatest total reading of a run-out. */
  value: number
  survey: DiameterSurvey | null
  runOut: RunOutFound | null
  /** Why the verdict cannot be better than doubtful, in sentences. */
  doubts: string[]
  /** Written when it is read: a guard asks for the verdict alone, many times. */
  readonly working: WorkingLine[]
}

/**
 * With what and how warm a reading was taken. It travels with the reading, so that its verdict never changes because a register of
 * instruments did.
 */
export interface ReadingConditions {
  /**
   * Expanded uncertainty U (k = 2) in the SI base of the quantity; the last day its calibration covers, `2027-03-12`. The server writes
   * them down from its register; `unknown` says that the register has no such instrument, and then they are the bench's own word.
   */
  instrument?: { tag: string, uncertainty: number, calibratedUntil: string, unknown?: true }
  /** What the thermometers said and how part and instrument expand, per K. Lengths only; 20 °C is assumed without it. */
  temperature?: { partC: number, instrumentC: number, alphaPart: number, alphaInstrument: number }
}

/** How a reading came about: with what, how warm, and when (ISO 8601). */
export interface TakenHow { conditions?: ReadingConditions | undefined, at?: string | undefined }

/** Two thermometers on a bench agree to this. */
const THERMOMETERS_WITHIN_K = 1

/**
 * Turns the readings of a position into a verdict against the limits of the sheet.
 *
 * A diameter survey is judged by its smallest and largest reading, its out-of-roundness and its taper; a run-out by the total reading of
 * each station and by the bow; single values are judged one by one. The worst decides. Lengths are taken to 20 °C first, when their
 * temperatures are known. Form is a difference of two readings of one instrument, so its uncertainty is √2 U. An instrument that was past
 * its calibration, or that the register does not know, leaves nothing better than doubtful.
 *
 * @param position the position of the sheet, with limits and the uncertainty U (k = 2) of its usual instrument
 * @param values `values[station][plane]` in the SI base of the position's quantity, as the instrument showed them
 * @param how with what, how warm and when it was measured; the usual instrument at 20 °C when left out
 * @param against the limits that count; those that must hold as left when left out
 * @throws DomainError of `surveyDiameter`, `runOut`, `shaftBow`, `lengthAt20` and `judge`
 * Source: ISO 14253-1 (verdict), ISO 14405-1 (two-point size), ISO 12181-1 (run-out), ISO 1 (20 °C), GUM 5.1.2 (difference of two
 * independent readings).
 * @example assessReading(position, [[70.012, 70.011], [70.010, 70.010], [70.009, 70.008]]).verdict // 'in'
 */
export function assessReading(
  position: Position,
  values: readonly (readonly number[])[],
  { conditions, at }: TakenHow = {},
  against: StageLimits = limitsAt(position, 'as-left', false),
): Assessment {
  const u = uncertaintyOf(position, values, conditions)
  const at20 = valuesAt20(position, values, conditions)
  const { criteria, value, survey, runOut: turned, lines } = METHODS[position.method](position, at20, u, against)
  const doubts = doubtsOf(conditions, at)
  const verdict = worstVerdict([...criteria.map(c => c.verdict), ...doubts.length ? ['doubtful' as const] : []])
  return {
    verdict, criteria, value, survey: survey ?? null, runOut: turned ?? null, doubts,
    get working() {
      return [...warmthLines(position, values, at20, conditions), ...lines(), ...criteria.map(c => verdictLine(position, c))]
    },
  }
}

/** True for what changes with its temperature and is taken to 20 °C: lengths, but not a run-out, which compares a part with itself. */
export const mayBeWarm = ({ quantity, method }: Pick<Position, 'quantity' | 'method'>): boolean =>
  quantity === 'length' && method !== 'run-out'

/**
 * The criterion that decides a verdict: the worst, and among equals the one nearest to its limit.
 *
 * @example decidingCriterion(assessment).label // 'Smallest'
 */
export const decidingCriterion = ({ criteria }: Pick<Assessment, 'criteria'>): Criterion => criteria.reduce((worst, one) => {
  const isNearer = (one.margin ?? Infinity) < (worst.margin ?? Infinity)
  return isWorse(one.verdict, worst.verdict) || (one.verdict === worst.verdict && isNearer) ? one : worst
})

/**
 * The values of a reading at 20 °C; as they are when nothing is known of their temperatures, or when they are no lengths.
 *
 * @throws DomainError of `lengthAt20`
 * Source: ISO 1.
 */
export function valuesAt20(
  { quantity, method }: Position,
  values: readonly (readonly number[])[],
  conditions?: ReadingConditions,
): number[][] {
  const warmth = conditions?.temperature
  return values.map(row =>
    row.map(value => (warmth && mayBeWarm({ quantity, method }) ? lengthAt20({ lengthMm: value, ...warmth }) : value)),
  )
}

/**
 * Expanded uncertainty U of a reading: of the instrument that was named, otherwise of the usual one, with what the thermometers leave
 * open.
 */
export function uncertaintyOf(
  { quantity, method, uncertainty }: Position,
  values: readonly (readonly number[])[],
  conditions?: ReadingConditions,
): number {
  const own = conditions?.instrument?.uncertainty ?? uncertainty
  const warmth = conditions?.temperature
  const lengthMm = Math.max(...values.flat().map(Math.abs))
  if (!warmth || !mayBeWarm({ quantity, method }) || !(lengthMm > 0)) return own
  const { expandedUm } = measurementUncertainty({
    instrumentUm: 0,
    resolutionUm: 0,
    temperature: { lengthMm, alphaPerK: warmth.alphaPart, withinK: THERMOMETERS_WITHIN_K },
  })
  return Math.hypot(own, expandedUm / 1000)
}

interface MethodResult { criteria: Criterion[], value: number, survey?: DiameterSurvey, runOut?: RunOutFound, lines: () => WorkingLine[] }
type Grid = readonly (readonly number[])[]

const METHODS: Record<Position['method'], (position: Position, values: Grid, u: number, against: StageLimits) => MethodResult> = {
  'diameter survey': (_position, values, u, { lower, upper, outOfRoundnessMm, taperMm }) => {
    const survey = surveyDiameter({ readingsMm: values })
    const criteria = [criterion('Smallest', survey.minMm, lower, upper, u), criterion('Largest', survey.maxMm, lower, upper, u)]
    if (outOfRoundnessMm !== undefined)
      criteria.push(criterion('Out-of-roundness', survey.outOfRoundnessMm, undefined, outOfRoundnessMm, Math.SQRT2 * u))
    if (taperMm !== undefined) criteria.push(criterion('Taper', survey.taperMm, undefined, taperMm, Math.SQRT2 * u))
    return { criteria, value: survey.meanMm, survey, lines: () => survey.working }
  },

  'values': (position, values, u, { lower, upper }) => {
    const criteria = values.flatMap((row, station) =>
      row.map((value, plane) => criterion(placeOf(position, station, plane), value, lower, upper, u)),
    )
    return { criteria, value: mean(values.flat()), lines: () => [] }
  },

  'run-out': (position, values, u, { lower, upper, bowMm }) => {
    const angles = anglesOf(position)
    const turns = values.map((row, i) => {
      const points = row.map((value, plane) => ({ angleDeg: angles[plane]!, readingUm: withoutDust(value * 1000, 6) }))
      return { station: position.stations[i]!, points, found: runOut(points) }
    })
    const { atMm } = position
    const bow = atMm
      ? shaftBow(turns.map(({ found }, i) => ({ atMm: atMm[i]!, eccentricityUm: found.eccentricityUm, phaseDeg: found.phaseDeg })))
      : null
    const criteria = turns.map(({ station, found }) =>
      criterion(`Total reading, ${station}`, found.tirUm / 1000, lower, upper, u),
    )
    if (bow && bowMm !== undefined) criteria.push(criterion('Bow', bow.greatest.bowUm / 1000, undefined, bowMm, u))
    return {
      criteria,
      value: Math.max(...turns.map(({ found }) => found.tirUm)) / 1000,
      runOut: { turns, bow },
      lines: () => [
        ...turns.flatMap(({ station, found }) => found.working.map(line => ({ ...line, label: `${line.label}, ${station}` }))),
        ...(bow?.working ?? []),
      ],
    }
  },
}

/** The name of one cell: its station, and its plane where there are several. */
export const placeOf = ({ stations, planes }: Position, station: number, plane: number): string =>
  [stations[station], planes.length > 1 ? planes[plane] : ''].filter(Boolean).join(', ')

/** One value against its limits. */
export function criterion(
  label: string,
  value: number,
  lower: number | undefined,
  upper: number | undefined,
  uncertainty: number,
): Criterion {
  const { verdict, margin } = judge({ value, lower, upper, uncertainty })
  return { label, value, lower: lower ?? null, upper: upper ?? null, uncertainty, verdict, margin: Number.isFinite(margin) ? margin : null }
}

function doubtsOf(conditions: ReadingConditions | undefined, at: string | undefined): string[] {
  const instrument = conditions?.instrument
  if (instrument?.unknown)
    return [
      `${instrument.tag} is not in the register of instruments, so nobody knows how well it measures: measure again with one that is.`,
    ]
  if (!instrument || !at || coversCalibration(instrument.calibratedUntil, at)) return []
  return [`${instrument.tag} was past its calibration, which ended on ${instrument.calibratedUntil}: measure again with a checked one.`]
}

function warmthLines(position: Position, values: Grid, at20: Grid, conditions: ReadingConditions | undefined): WorkingLine[] {
  const [read, corrected] = [values.flat()[0]!, at20.flat()[0]!]
  if (!conditions?.temperature || read === corrected) return []
  const line = lengthAt20Line({ lengthMm: read, ...conditions.temperature })
  return [{ ...line, label: `At 20 °C: ${placeOf(position, 0, 0)}`, source: `${line.source}; the other places alike` }]
}

/** What the working says of a verdict. */
export function verdictLine({ quantity, source }: Position, { label, ...judged }: Criterion): WorkingLine {
  const decimals = quantity === 'length' ? 4 : 2
  return marginLine({
    ...judged,
    label: `Verdict: ${label}`,
    source,
    show: value => formatQuantity(value, quantity, { decimals }),
    bare: value => formatQuantity(value, quantity, { decimals, bare: true }),
  })
}
