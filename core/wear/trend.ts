import { DomainError } from '../domain-error'
import { groupBy } from '../group-by'
import { mean, toDigits } from '../numbers'
import type { WorkingLine } from '../working'
import { studentPoint } from './student-t'

/** One reading of a position in its history. */
export interface WearPoint {
  /** Running hours of the machine when it was taken. */
  hours: number
  value: number
  /** Expanded uncertainty U (k = 2) of the value. */
  uncertainty?: number | undefined
  /** Step of the instrument. */
  step?: number | undefined
  /** Which part it was since the last replacement or rework; readings of one life lie on one line. */
  life?: number | string | undefined
}

/** Slopes that are possible, each with its weight: what is known of a slope when sisters were asked (`poolSisters`). */
export interface PossibleSlope {
  weight: number
  slopePerHour: number
  sxx: number
}

/** How a position wears: a line a life, all of one slope. */
export interface Trend {
  slopePerHour: number
  /** Where the line of the last life stands at 0 h. */
  atZero: number
  /** Standard deviation of one reading about its line, of the value's unit; 0 with `nu` 0 when nothing tells it. */
  sigma: number
  /** Readings that count; those of one hour are one. */
  n: number
  /** Mean hours of the readings of the last life. */
  meanHours: number
  /** Sum of the squares of the hours about the mean of their life, h². */
  sxx: number
  /** Degrees of freedom: n − lives − 1. */
  nu: number
  /** Readings of the last life, where that is not all. */
  nInLife?: number
  /** 0-based, of what was given: the one reading that does not belong to the line of the others. */
  leftOut: number[]
  possible?: readonly PossibleSlope[]
  working: WorkingLine[]
}

/** Readings of one hour and one life, averaged. */
interface Point { hours: number, value: number, floor: number, from: readonly number[] }

/** A history taken apart: what the readings of each life say of the one slope. */
export interface Fit {
  lives: readonly (readonly Point[])[]
  n: number
  nu: number
  /** `null` while no life has readings of two different hours. */
  slopePerHour: number | null
  sxx: number
  squares: number
  /** σ is never taken below this: what the instrument itself scatters. */
  floor: number
  last: { n: number, meanHours: number, meanValue: number }
  leftOut: readonly number[]
}

/** How seldom a sound reading may be taken for a slip, over a whole history. */
const SLIP_RISK = 0.03
/** What floating numbers leave of an exact line. */
export const DUST = 1e-9

/** Readings that make sense, by life, those of one hour averaged; the life that goes on longest comes last. */
function pointsOf(points: readonly WearPoint[]): Point[][] {
  for (const { hours, value, uncertainty = 0, step = 0 } of points) {
    if (![hours, value].every(Number.isFinite) || hours < 0)
      throw new DomainError('trend.number', 'Each reading has a value and running hours from zero.')
    if (!(uncertainty >= 0 && step >= 0 && Number.isFinite(uncertainty + step)))
      throw new DomainError('trend.number', 'An uncertainty and a step are zero or more.')
  }
  const floorOf = ({ uncertainty = 0, step = 0 }: WearPoint) => Math.max(uncertainty / 2, step / Math.sqrt(12))
  const numbered = points.map((point, from) => ({ point, from }))
  return [...groupBy(numbered, ({ point: { life = 0 } }) => life).values()]
    .map(life => [...groupBy(life, ({ point }) => point.hours)].sort(([a], [b]) => a - b).map(([hours, same]): Point => ({
      hours, value: mean(same.map(({ point }) => point.value)), floor: mean(same.map(({ point }) => floorOf(point))),
      from: same.map(({ from }) => from),
    })))
    .sort((a, b) => a.at(-1)!.hours - b.at(-1)!.hours)
}

function leastSquares(lives: readonly (readonly Point[])[]): Omit<Fit, 'leftOut'> {
  let [sxx, sxy, syy, n, floors] = [0, 0, 0, 0, 0]
  for (const life of lives) {
    const [hoursMean, valueMean] = [mean(life.map(({ hours }) => hours)), mean(life.map(({ value }) => value))]
    for (const { hours, value, floor } of life) {
      sxx += (hours - hoursMean) ** 2
      sxy += (hours - hoursMean) * (value - valueMean)
      syy += (value - valueMean) ** 2
      floors += floor ** 2
      n++
    }
  }
  const last = lives.at(-1)!
  const slopePerHour = sxx > 0 ? sxy / sxx : null
  const squares = Math.max(0, syy - (slopePerHour ?? 0) * sxy)
  return {
    lives, n, sxx, slopePerHour, squares: squares > syy * DUST ** 2 ? squares : 0, nu: n - lives.length - (slopePerHour === null ? 0 : 1),
    floor: Math.sqrt(floors / n),
    last: { n: last.length, meanHours: mean(last.map(({ hours }) => hours)), meanValue: mean(last.map(({ value }) => value)) },
  }
}

/** Points of Student's t beyond which a reading is a slip: asked for often, few in number. */
const slipPoints = new Map<string, number>()
function slipPoint(n: number, nu: number): number {
  const key = `${n} ${nu}`
  const known = slipPoints.get(key) ?? studentPoint(1 - SLIP_RISK / 2 / n, nu)
  slipPoints.set(key, known)
  return known
}

/** The reading farthest from the line of all others, where that is farther than chance allows. */
function slipOf({ lives, n, nu, sxx, slopePerHour, squares, floor }: Omit<Fit, 'leftOut'>): Point | undefined {
  if (slopePerHour === null || nu < 2) return undefined
  let [farthest, mostT]: [Point | undefined, number] = [undefined, 0]
  for (const life of lives) {
    const [hoursMean, valueMean] = [mean(life.map(({ hours }) => hours)), mean(life.map(({ value }) => value))]
    for (const point of life) {
      const off = point.value - valueMean - slopePerHour * (point.hours - hoursMean)
      const free = 1 - 1 / life.length - (point.hours - hoursMean) ** 2 / sxx
      if (free < DUST || Math.abs(off) <= DUST * Math.abs(point.value)) continue
      const others = Math.sqrt(Math.max(0, squares - off ** 2 / free) / (nu - 1))
      const t = Math.abs(off) / Math.sqrt(free) / Math.max(others, floor, DUST * Math.abs(off))
      if (t > mostT) [farthest, mostT] = [point, t]
    }
  }
  return mostT > slipPoint(n, nu - 1) ? farthest : undefined
}

/** One slope and a level for each life by least squares, without a reading that is a slip. */
export function fitLives(points: readonly WearPoint[]): Fit {
  if (points.length === 0) throw new DomainError('trend.none', 'A trend needs readings.')
  const all = leastSquares(pointsOf(points))
  const slip = slipOf(all)
  if (!slip) return { ...all, leftOut: [] }
  const rest = all.lives.map(life => life.filter(point => point !== slip)).filter(life => life.length > 0)
  return { ...leastSquares(rest), leftOut: slip.from }
}

/** σ of a fit: what the readings scatter, never less than their instrument does. */
export const sigmaOf = (squares: number, nu: number, floor: number): number => Math.max(nu > 0 ? Math.sqrt(squares / nu) : 0, floor)

/**
 * The line of a position's wear over running hours: one slope for all lives of the part, a level for each.
 *
 * Parts are replaced at most overhauls, so that one part alone seldom has three readings; the rate at which the
 * machine wears them is the same.
 * **Against a slip**: a reading whose deletion residual is beyond what chance allows (3 % over the whole history) is left out and named. A
 * Huber line only bends less to it, and from five or six readings it cannot tell the slip from the scatter; this keeps the intervals of
 * `timeToLimit` as right as they are said to be, and names the reading that somebody should take again.
 *
 * @param points in any order, hours from 0; values of one unit and stage
 * @returns σ in the unit of the value, not below U/2 nor step/√12; with two readings and no U it cannot be told (`sigma` 0, `nu` 0)
 * @throws DomainError `trend.none`, `trend.number`, `trend.no-slope` while no life has readings of two different hours
 * Source: Draper and Smith, Applied Regression Analysis (1998), 1.4, 8.1 (externally studentized residuals); Cook and Weisberg (1982).
 * @example trend([{ hours: 0, value: 0.4 }, { hours: 8000, value: 0.5 }, { hours: 16_000, value: 0.6 }]).slopePerHour // 0.0000125
 */
export function trend(points: readonly WearPoint[]): Trend {
  const fit = fitLives(points)
  if (fit.slopePerHour === null)
    throw new DomainError('trend.no-slope', 'A trend needs two readings of the same part at different hours.')
  return trendOf(fit, { slopePerHour: fit.slopePerHour, sxx: fit.sxx, sigma: sigmaOf(fit.squares, fit.nu, fit.floor), nu: fit.nu })
}

/** The trend of a fit, with the slope and scatter that are known of it. */
export function trendOf({ n, last, lives, leftOut, floor }: Fit,
  known: Pick<Trend, 'slopePerHour' | 'sxx' | 'sigma' | 'nu' | 'possible'>): Trend {
  const { slopePerHour, sigma, sxx, nu } = known
  const atZero = last.meanValue - slopePerHour * last.meanHours
  const short = (value: number) => `${toDigits(value, 4)}`
  return {
    ...known, atZero, n, meanHours: last.meanHours, ...(last.n === n ? {} : { nInLife: last.n }), leftOut: [...leftOut],
    working: [
      {
        label: 'Slope', formula: 'Σ(h − h̄)(y − ȳ) ÷ Σ(h − h̄)², each life about its own mean',
        substituted: `${n} readings of ${lives.length} ${lives.length === 1 ? 'part' : 'parts'}, Σ(h − h̄)² = ${short(sxx)} h²`,
        result: `${short(slopePerHour * 1000)} in 1000 h`, source: 'Draper and Smith (1998), 1.2',
      },
      {
        label: 'Line of the part that is in', formula: 'ȳ + slope · (h − h̄)',
        substituted: `ȳ ${short(last.meanValue)} at h̄ ${short(last.meanHours)} h`,
        result: `${short(atZero)} at 0 h`, source: 'Draper and Smith (1998), 1.2',
      },
      {
        label: 'Scatter σ', formula: 'max(√(Σ residual² ÷ ν), U/2, step/√12)', substituted: `ν = ${nu}, not below ${short(floor)}`,
        result: sigma > 0 ? short(sigma) : 'cannot be told', source: 'Draper and Smith (1998), 1.3; GUM 4.3.7',
      },
      ...leftOut.length > 0
        ? [{
            label: 'Left out', formula: '|deletion residual| beyond Student’s t at 3 % for all readings together',
            substituted: `no. ${leftOut.map(i => i + 1).join(', ')}`,
            result: 'does not belong to the line of the others; take it again', source: 'Draper and Smith (1998), 8.1',
          }]
        : [],
    ],
  }
}
