import { DomainError } from '../domain-error'
import { DUST, fitLives, sigmaOf, trendOf, type Fit, type PossibleSlope, type Trend, type WearPoint } from './trend'

export interface SisterHistory {
  unit: string
  points: readonly WearPoint[]
}

export interface PooledUnit {
  unit: string
  /** Feeds `timeToLimit`; `null` while neither its own readings nor sisters tell a slope. */
  trend: Trend | null
  /** Share of its own readings in its slope; the rest is what the sisters say. 1 where nothing is pooled. */
  weight: number
  /** Wears otherwise than its sisters: beyond 2.5 deviations of what they predict. It goes by its own readings. */
  differs: boolean
}

export interface Pool {
  /** Of the kind; `null` when nothing is pooled. */
  slopePerHour: number | null
  /** How the slopes of sisters differ among themselves, a standard deviation; `null` when nothing is pooled. */
  between: number | null
  units: PooledUnit[]
}

const [LEAST_SISTERS, LEAST_LONG, LONG] = [3, 2, 3]
const DIFFERS = 2.5
/** The spreads that are thought possible: from none to several times what the slopes themselves show, closer together near none. */
const SPREADS = 48
const WIDEST = 4
/** As many possible slopes stand for the whole of them in a forecast. */
const KEPT = 12

/** A slope with what its own readings leave unknown of it. */
interface Slope { slope: number, variance: number }

/** What slopes say of their kind at a given spread. */
interface Kind { center: number, variance: number, logLikelihood: number }

/** The sums over all sisters at a given spread, from which one can be taken out again. */
function sumsAt(slopes: readonly Slope[], between: number) {
  let [weights, first, second, logs] = [0, 0, 0, 0]
  for (const { slope, variance } of slopes) {
    const all = variance + between ** 2
    weights += 1 / all
    first += slope / all
    second += slope ** 2 / all
    logs += Math.log(all)
  }
  return { weights, first, second, logs }
}

function kindWithout({ weights, first, second, logs }: ReturnType<typeof sumsAt>, out: Slope | undefined, between: number): Kind {
  const all = out ? out.variance + between ** 2 : Infinity
  const [w, f] = [weights - 1 / all, first - (out ? out.slope / all : 0)]
  const s = second - (out ? out.slope ** 2 / all : 0)
  return {
    center: f / w, variance: 1 / w,
    logLikelihood: -(logs - (out ? Math.log(all) : 0) + Math.log(w) + Math.max(0, s - f ** 2 / w)) / 2,
  }
}

const normalized = (logs: readonly number[], widths: readonly number[]): number[] => {
  const most = Math.max(...logs)
  const shares = logs.map((log, i) => Math.exp(log - most) * widths[i]!)
  const sum = shares.reduce((total, share) => total + share, 0)
  return shares.map(share => share / sum)
}

/** Spreads to be weighed, and the width that each stands for. */
function gridOf(slopes: readonly Slope[], known: number | undefined): { spreads: number[], widths: number[] } {
  if (known !== undefined) return { spreads: [known], widths: [1] }
  const center = slopes.reduce((sum, { slope }) => sum + slope, 0) / slopes.length
  const seen = Math.sqrt(slopes.reduce((sum, { slope }) => sum + (slope - center) ** 2, 0) / Math.max(1, slopes.length - 1))
  const least = Math.sqrt(Math.min(...slopes.map(({ variance }) => variance)))
  const widest = WIDEST * Math.max(seen, least) || Number.MIN_VALUE
  const at = (i: number) => widest * (i / SPREADS) ** 2
  return {
    spreads: Array.from({ length: SPREADS }, (_, i) => (at(i) + at(i + 1)) / 2),
    widths: Array.from({ length: SPREADS }, (_, i) => at(i + 1) - at(i)),
  }
}

/** Fewer spreads that weigh the same: neighbours together, each with its share. */
function thinned(spreads: readonly number[], shares: readonly number[]): { between: number, weight: number }[] {
  const kept: { between: number, weight: number }[] = []
  let [weight, sum] = [0, 0]
  for (const [i, share] of shares.entries()) {
    weight += share
    sum += share * spreads[i]!
    if (weight < 1 / KEPT && i < shares.length - 1) continue
    if (weight > 0) kept.push({ between: sum / weight, weight })
    ;[weight, sum] = [0, 0]
  }
  return kept
}

/** What a sister's slope may be at a spread: its own readings and its kind, each by what it is worth. */
function slopeAt(own: Slope | undefined, kind: Kind, between: number): Slope & { share: number } {
  if (!own) return { slope: kind.center, variance: between ** 2 + kind.variance, share: 0 }
  const share = between ** 2 / (own.variance + between ** 2)
  return {
    slope: share * own.slope + (1 - share) * kind.center, share,
    variance: own.variance * share + (1 - share) ** 2 * kind.variance,
  }
}

function alone(unit: string, fit: Fit): PooledUnit {
  const { slopePerHour, sxx, squares, nu, floor } = fit
  return {
    unit, weight: 1, differs: false,
    trend: slopePerHour === null ? null : trendOf(fit, { slopePerHour, sxx, sigma: sigmaOf(squares, nu, floor), nu }),
  }
}

/**
 * The wear of one position on machines of one kind, each helped by its sisters: few readings of its own lean on theirs, many stand alone.
 *
 * σ² is pooled over all; the spread between the slopes of sisters is weighed on a grid with a flat prior, a forecast is the mixture over
 * it (putting one value in would cover 60 to 72 % where 80 % is said). Not pooled under three sisters, or under two with three readings.
 *
 * @param sisters histories of one position of one sheet
 * @param options.between the spread between slopes where it is known, per hour; without it, it is weighed
 * @throws DomainError `trend.none`, `trend.number`, `pool.unit` for a unit that comes twice or a spread below zero
 * Source: Gelman et al., Bayesian Data Analysis (2013), 5.4; Lindley and Smith, JRSS B 34 (1972).
 * @example poolSisters(fleet.map(({ tag, points }) => ({ unit: tag, points }))).units[0].trend
 */
export function poolSisters(sisters: readonly SisterHistory[], { between }: { between?: number | undefined } = {}): Pool {
  if (new Set(sisters.map(({ unit }) => unit)).size < sisters.length) throw new DomainError('pool.unit', 'Each machine comes once.')
  if (between !== undefined && !(between >= 0 && Number.isFinite(between)))
    throw new DomainError('pool.unit', 'A spread between machines is zero or more.')
  const fits = sisters.map(({ points }) => fitLives(points))
  const nu = fits.reduce((sum, fit) => sum + Math.max(0, fit.nu), 0)
  if (sisters.length < LEAST_SISTERS || fits.filter(({ n }) => n >= LONG).length < LEAST_LONG || nu === 0)
    return { slopePerHour: null, between: null, units: sisters.map(({ unit }, i) => alone(unit, fits[i]!)) }

  const readings = fits.reduce((sum, { n }) => sum + n, 0)
  const floor = Math.sqrt(fits.reduce((sum, fit) => sum + fit.n * fit.floor ** 2, 0) / readings)
  // Exact histories still weigh against each other.
  const least = DUST * Math.max(...sisters.flatMap(({ points }) => points.map(({ value }) => Math.abs(value))), Number.MIN_VALUE)
  const sigma = sigmaOf(fits.reduce((sum, { squares }) => sum + squares, 0), nu, Math.max(floor, least))
  const own = fits.map(({ slopePerHour, sxx }): Slope | undefined =>
    slopePerHour === null ? undefined : { slope: slopePerHour, variance: sigma ** 2 / sxx })
  const { differing, kept } = whoDiffers(own, between)
  const slopes = kept.flatMap(i => own[i] ?? [])
  const { spreads, widths } = gridOf(slopes, between)
  const sums = spreads.map(spread => sumsAt(slopes, spread))
  const kinds = sums.map((sum, i) => kindWithout(sum, undefined, spreads[i]!))
  const shares = normalized(kinds.map(kind => kind.logLikelihood), widths)
  const weighed = thinned(spreads, shares).map(({ between, weight }) =>
    ({ between, weight, kind: kindWithout(sumsAt(slopes, between), undefined, between) }))
  return {
    slopePerHour: weighed.reduce((sum, { weight, kind }) => sum + weight * kind.center, 0),
    between: weighed.reduce((sum, { weight, between }) => sum + weight * between, 0),
    units: sisters.map(({ unit }, i) => {
      const fit = fits[i]!
      // Its own slope, with what all of them say of the scatter.
      if (differing.has(i))
        return { unit, weight: 1, differs: true, trend: trendOf(fit, { slopePerHour: fit.slopePerHour!, sxx: fit.sxx, sigma, nu }) }
      const all = weighed.map(({ between, weight, kind }) => ({ weight, ...slopeAt(own[i], kind, between) }))
      const slopePerHour = all.reduce((sum, { weight, slope }) => sum + weight * slope, 0)
      const variance = all.reduce((sum, { weight, ...one }) => sum + weight * (one.variance + (one.slope - slopePerHour) ** 2), 0)
      const possible = all.map(({ weight, slope, variance }): PossibleSlope =>
        ({ weight, slopePerHour: slope, sxx: sigma ** 2 / variance }))
      return {
        unit, differs: false, weight: all.reduce((sum, { weight, share }) => sum + weight * share, 0),
        trend: trendOf(fit, { slopePerHour, sxx: sigma ** 2 / variance, sigma, nu, possible }),
      }
    }),
  }
}

/** Those whose slope the others do not predict, asked of each with all others. */
function whoDiffers(own: readonly (Slope | undefined)[], known: number | undefined): { differing: Set<number>, kept: number[] } {
  const slopes = own.flatMap(slope => slope ?? [])
  const { spreads, widths } = gridOf(slopes, known)
  const sums = spreads.map(spread => sumsAt(slopes, spread))
  const differing = new Set(own.flatMap((slope, i) => {
    if (!slope || slopes.length < LEAST_SISTERS) return []
    const others = spreads.map((spread, k) => kindWithout(sums[k]!, slope, spread))
    const shares = normalized(others.map(kind => kind.logLikelihood), widths)
    const center = others.reduce((sum, kind, k) => sum + shares[k]! * kind.center, 0)
    const variance = others.reduce((sum, kind, k) =>
      sum + shares[k]! * (spreads[k]! ** 2 + kind.variance + (kind.center - center) ** 2), 0)
    return Math.abs(slope.slope - center) > DIFFERS * Math.sqrt(variance + slope.variance) ? [i] : []
  }))
  return { differing, kept: own.flatMap((_, i) => differing.has(i) ? [] : [i]) }
}
