import { DomainError } from '../domain-error'
import { interferenceFit } from '../fits'
import { STEEL_PER_K } from '../materials'
import type { Verdict } from '../metrology'
import { randomFrom } from '../random'
import type { WorkingLine } from '../working'

/** Share of bearings that may run with preload; general practice, the maker stands above it. */
const [OUT_ABOVE, DOUBTFUL_ABOVE] = [0.05, 0.002]

export interface Range { minUm: number, maxUm: number }

export interface OperatingClearanceInput {
  /** Bore and outside of the bearing, mm. */
  boreMm: number
  outerDiameterMm: number
  /** Clearance of the unmounted bearing, µm. */
  unmountedUm: Range
  /** Interference of inner ring and shaft on the diameter, µm; negative where it is loose. */
  shaftInterferenceUm: Range
  /** Interference of outer ring and housing on the diameter, µm; negative where it is loose. */
  housingInterferenceUm: Range
  /** How much warmer the inner ring runs than the outer one, K. */
  innerWarmerK: { min: number, max: number }
  /** Bore of a hollow shaft and outside of the housing, mm; solid and stout when left out. */
  shaftBoreMm?: number | undefined
  housingOuterMm?: number | undefined
  alphaPerK?: number | undefined
  draws?: number | undefined
  seed?: number | undefined
}

export interface OperatingClearance {
  meanUm: number
  standardDeviationUm: number
  /** Clearances that 5 % and 95 % of the draws lie below, µm. */
  p5Um: number
  p95Um: number
  minUm: number
  maxUm: number
  /** Share of draws without clearance, 0 to 1. */
  chanceOfPreload: number
  /** What that chance means: more than one bearing in twenty is out, more than two in a thousand doubtful. General practice. */
  verdict: Verdict
  /** Draws by clearance, for drawing: 40 bins from `minUm` to `maxUm`. */
  bins: number[]
  /** What a micrometre of interference takes from the clearance. */
  lossPerUm: { shaft: number, housing: number }
  working: WorkingLine[]
}

const STEEL = { youngMPa: 208_000, poisson: 0.3 }
const BINS = 40
const DEVIATIONS_A_ZONE = 6

/**
 * Clearance of a rolling bearing at work, as a distribution: each input scatters in its zone, interference and warmth take from it.
 *
 * @param input zones are taken as six standard deviations wide, cut at their ends
 * @returns mean, spread and chance of preload from seeded draws (100,000 when nothing else is said), with the working
 * @throws DomainError `bearing.geometry`, `bearing.range` with the field, and those of `interferenceFit`
 * Range: steel rings on a steel shaft in a steel housing; raceways taken at (3 d + D) ÷ 4 and (d + 3 D) ÷ 4. A housing of light metal that
 * warms with the bearing loosens the outer ring: give that as less interference.
 * Source: growth of the raceways by Lamé as `interferenceFit`; loss by warmth α ΔT · outer raceway, general practice of bearing makers;
 * Monte Carlo as in JCGM 101.
 * @example operatingClearance({ boreMm: 70, outerDiameterMm: 150, unmountedUm: { minUm: 25, maxUm: 51 }, shaftInterferenceUm: { minUm:
 *   2, maxUm: 36 }, housingInterferenceUm: { minUm: -68, maxUm: 0 }, innerWarmerK: { min: 3, max: 8 } }).chanceOfPreload
 */
export function operatingClearance(input: OperatingClearanceInput): OperatingClearance {
  const {
    boreMm,
    outerDiameterMm,
    unmountedUm,
    shaftInterferenceUm,
    housingInterferenceUm,
    innerWarmerK,
    shaftBoreMm = 0,
    housingOuterMm,
    alphaPerK = STEEL_PER_K,
    draws = 100_000,
    seed = 1,
  } = input
  check(input, draws)
  const innerRacewayMm = (3 * boreMm + outerDiameterMm) / 4
  const outerRacewayMm = (boreMm + 3 * outerDiameterMm) / 4
  // Linear in the interference, so one micrometre tells all.
  const joint = { lengthMm: 1, interferenceUm: 1, inner: STEEL, outer: STEEL, friction: 0 }
  const shaft = interferenceFit({
    ...joint,
    fitDiameterMm: boreMm,
    innerBoreMm: shaftBoreMm,
    outerDiameterMm: innerRacewayMm,
  }).hubOuterChangeUm
  const housing = -interferenceFit({
    ...joint,
    fitDiameterMm: outerDiameterMm,
    innerBoreMm: outerRacewayMm,
    outerDiameterMm: housingOuterMm ?? 3 * outerDiameterMm,
  }).innerBoreChangeUm
  const perK = alphaPerK * outerRacewayMm * 1000

  const draw = normalFrom(seed)
  const values = new Float64Array(draws)
  for (let i = 0; i < draws; i++) {
    values[i] = draw(unmountedUm.minUm, unmountedUm.maxUm)
      - shaft * Math.max(0, draw(shaftInterferenceUm.minUm, shaftInterferenceUm.maxUm))
      - housing * Math.max(0, draw(housingInterferenceUm.minUm, housingInterferenceUm.maxUm))
      - perK * draw(innerWarmerK.min, innerWarmerK.max)
  }
  values.sort()
  const [minUm, maxUm] = [values[0]!, values[draws - 1]!]
  const bins = new Array<number>(BINS).fill(0)
  const width = (maxUm - minUm) / BINS || 1
  let [sum, squares, preloaded] = [0, 0, 0]
  for (const value of values) {
    sum += value
    if (value < 0) preloaded += 1
    bins[Math.min(BINS - 1, Math.floor((value - minUm) / width))]! += 1
  }
  const meanUm = sum / draws
  for (const value of values) squares += (value - meanUm) ** 2
  const chanceOfPreload = preloaded / draws
  const zone = (range: Range) => `${range.minUm} … ${range.maxUm} µm`
  const working: WorkingLine[] = [
    {
      label: 'Unmounted',
      formula: 'clearance of the new bearing',
      substituted: zone(unmountedUm),
      result: `mean ${((unmountedUm.minUm + unmountedUm.maxUm) / 2).toFixed(1)} µm`,
      source: 'ISO 5753-1 or the maker',
    },
    {
      label: 'Lost to the shaft',
      formula: `${shaft.toFixed(3)} · interference`,
      substituted: zone(shaftInterferenceUm),
      result: `raceway at ${innerRacewayMm.toFixed(0)} mm`,
      source: 'Lamé',
    },
    {
      label: 'Lost to the housing',
      formula: `${housing.toFixed(3)} · interference`,
      substituted: zone(housingInterferenceUm),
      result: `raceway at ${outerRacewayMm.toFixed(0)} mm`,
      source: 'Lamé',
    },
    {
      label: 'Lost to warmth',
      formula: 'α ΔT · outer raceway',
      substituted: `${perK.toFixed(2)} µm/K · ${innerWarmerK.min} … ${innerWarmerK.max} K`,
      result: `mean ${((perK * (innerWarmerK.min + innerWarmerK.max)) / 2).toFixed(1)} µm`,
      source: 'linear expansion; general practice',
    },
    {
      label: 'At work',
      formula: 'unmounted − losses, drawn at random',
      substituted: `${draws} draws, seed ${seed}`,
      result: `mean ${meanUm.toFixed(1)} µm, preload in ${(chanceOfPreload * 100).toFixed(1)} %`,
      source: 'Monte Carlo, JCGM 101',
    },
  ]
  return {
    meanUm,
    standardDeviationUm: Math.sqrt(squares / draws),
    p5Um: values[Math.floor(draws * 0.05)]!,
    p95Um: values[Math.floor(draws * 0.95)]!,
    minUm,
    maxUm,
    chanceOfPreload,
    verdict: chanceOfPreload > OUT_ABOVE ? 'out' : chanceOfPreload > DOUBTFUL_ABOVE ? 'doubtful' : 'in',
    bins,
    lossPerUm: { shaft, housing },
    working,
  }
}

/** Draws from a zone of six standard deviations, cut at its ends (Box and Muller, 1958). */
function normalFrom(seed: number): (min: number, max: number) => number {
  const random = randomFrom(seed)
  let spare: number | undefined
  const normal = () => {
    if (spare !== undefined) {
      const kept = spare
      spare = undefined
      return kept
    }
    const radius = Math.sqrt(-2 * Math.log(1 - random()))
    const angle = 2 * Math.PI * random()
    spare = radius * Math.sin(angle)
    return radius * Math.cos(angle)
  }
  return (min, max) => Math.min(max, Math.max(min, (min + max) / 2 + normal() * (max - min) / DEVIATIONS_A_ZONE))
}

function check(
  { boreMm, outerDiameterMm, unmountedUm, shaftInterferenceUm, housingInterferenceUm, innerWarmerK }: OperatingClearanceInput,
  draws: number,
): void {
  if (!(boreMm > 0 && outerDiameterMm > boreMm && Number.isFinite(outerDiameterMm)))
    throw new DomainError('bearing.geometry', `A bearing of ${boreMm} mm bore and ${outerDiameterMm} mm outside cannot be.`, {
      field: 'outerDiameterMm',
    })
  for (const [field, range] of Object.entries({ unmountedUm, shaftInterferenceUm, housingInterferenceUm })) {
    if (!(range.minUm <= range.maxUm && Number.isFinite(range.minUm + range.maxUm)))
      throw new DomainError('bearing.range', 'The smaller end of a range comes first, and both are numbers.', { field })
  }
  if (!(innerWarmerK.min <= innerWarmerK.max && Number.isFinite(innerWarmerK.min + innerWarmerK.max)))
    throw new DomainError('bearing.range', 'The smaller temperature difference comes first, and both are numbers.', {
      field: 'innerWarmerK',
    })
  if (!Number.isInteger(draws) || draws < 100 || draws > 10_000_000)
    throw new DomainError('bearing.draws', 'Between 100 and 10,000,000 draws are made.', { field: 'draws' })
}
