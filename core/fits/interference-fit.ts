import { DomainError } from '../domain-error'
import type { Verdict } from '../metrology'
import { formatQuantity } from '../units'
import type { WorkingLine } from '../working'

/** What a ring, hub or shaft is made of. */
export interface FitMaterial {
  /** Young's modulus in MPa: steel about 210 000, grey cast iron 110 000, bronze 105 000. */
  youngMPa: number
  /** Poisson's ratio, 0 to 0.5. */
  poisson: number
  /** Yield strength in MPa; when it is given, stresses are also told as a share of it. */
  yieldMPa?: number | undefined
}

export interface InterferenceInput {
  /** Diameter of the joint, mm. */
  fitDiameterMm: number
  /** Bore of the inner part, mm; 0 for a solid shaft. */
  innerBoreMm: number
  /** Outer diameter of the outer part, mm. */
  outerDiameterMm: number
  /** Length of the joint, mm. */
  lengthMm: number
  /** Measured interference on the diameter, µm; zero or negative is no joint. */
  interferenceUm: number
  inner: FitMaterial
  outer: FitMaterial
  /** Coefficient of friction in the joint; dry steel on steel about 0.12, oiled 0.08. */
  friction: number
  /** Peak-to-valley roughness Rz of both faces, µm: 0.8 of their sum is smoothed away. */
  roughness?: { innerRzUm: number, outerRzUm: number } | undefined
}

export interface InterferenceFit {
  /** What is left of the interference when the peaks are smoothed, µm. */
  effectiveInterferenceUm: number
  pressureMPa: number
  /** Hoop stress at the bore of the hub, MPa; tension is positive. */
  hubHoopStressMPa: number
  /** Hoop stress in the inner part where it is greatest, MPa; compression is negative. */
  innerHoopStressMPa: number
  /** Equivalent stress (von Mises) against yield, 1 = yields; undefined without a yield strength. */
  hubStressShare: number | undefined
  innerStressShare: number | undefined
  /** Changes of diameter, µm; growth is positive. */
  innerBoreChangeUm: number
  /** Change of the outer diameter of the inner part at the joint. */
  innerOuterChangeUm: number
  hubBoreChangeUm: number
  hubOuterChangeUm: number
  /** Force to push the part on over the last millimetre, N; it grows evenly over the stroke. */
  pressForceN: number
  pressForceByStroke: { strokeMm: number, forceN: number }[]
  /** Torque at which the joint slips, N·m. */
  slipTorqueNm: number
  /** Axial force at which it slips, N. */
  slipForceN: number
  working: WorkingLine[]
}

/**
 * What a stress means as a share of the yield strength: beyond 1 it yields, above 0.9 nothing is left for what the sum does not know.
 *
 * Source: general practice for elastic press fits.
 * @example stressVerdict(0.95) // 'doubtful'
 */
export const stressVerdict = (share: number): Verdict => share > 1 ? 'out' : share > 0.9 ? 'doubtful' : 'in'

const SMOOTHED = 0.8
const LAME = 'Lamé, thick cylinders in plane stress; e.g. Timoshenko, Strength of Materials II, art. 41'

/**
 * Two rings pressed or shrunk together, elastic, of different materials, solid or hollow.
 *
 * @returns pressure, stresses, changes of diameter, press force and what the joint holds, with the working
 * @throws DomainError `fit.geometry` (a bore larger than the joint, a joint larger than the hub, a length of zero), `fit.material`,
 *   `fit.no-interference`, `fit.friction`
 * Range: elastic, even wall, ends that do not stand out; beyond yield (share over 1) the figures are only a warning.
 * Source: Lamé's equations (Timoshenko, Strength of Materials II, art. 41); loss by roughness 0.8 (Rz + Rz) as DIN 7190-1.
 * @example interferenceFit({ fitDiameterMm: 100, innerBoreMm: 0, outerDiameterMm: 200, lengthMm: 80, interferenceUm: 60, inner: steel,
 *   outer: steel, friction: 0.12 }).pressureMPa // 47.25
 */
export function interferenceFit(input: InterferenceInput): InterferenceFit {
  check(input)
  const { fitDiameterMm: d, innerBoreMm: bore, outerDiameterMm: out, lengthMm, inner, outer, friction, roughness } = input
  const lossUm = roughness ? SMOOTHED * (roughness.innerRzUm + roughness.outerRzUm) : 0
  const effectiveInterferenceUm = input.interferenceUm - lossUm
  if (!(effectiveInterferenceUm > 0)) {
    throw new DomainError(
      'fit.no-interference',
      `An interference of ${input.interferenceUm} µm${lossUm ? ` less ${lossUm.toFixed(1)} µm of roughness` : ''} leaves no press fit.`,
    )
  }
  const hubRatio = (out ** 2 + d ** 2) / (out ** 2 - d ** 2)
  const shaftRatio = (d ** 2 + bore ** 2) / (d ** 2 - bore ** 2)
  const hubGive = (hubRatio + outer.poisson) / outer.youngMPa
  const shaftGive = (shaftRatio - inner.poisson) / inner.youngMPa
  const pressureMPa = effectiveInterferenceUm / 1000 / (d * (hubGive + shaftGive))
  const hubHoopStressMPa = pressureMPa * hubRatio
  const innerHoopStressMPa = bore > 0 ? -pressureMPa * 2 * d ** 2 / (d ** 2 - bore ** 2) : -pressureMPa
  const equivalentHubMPa = Math.sqrt(hubHoopStressMPa ** 2 + hubHoopStressMPa * pressureMPa + pressureMPa ** 2)
  const share = (stressMPa: number, yieldMPa: number | undefined) => yieldMPa === undefined ? undefined : stressMPa / yieldMPa
  const slipForceN = friction * pressureMPa * Math.PI * d * lengthMm
  const result = {
    effectiveInterferenceUm, pressureMPa, hubHoopStressMPa, innerHoopStressMPa,
    hubStressShare: share(equivalentHubMPa, outer.yieldMPa), innerStressShare: share(-innerHoopStressMPa, inner.yieldMPa),
    innerBoreChangeUm: bore > 0 ? -1000 * 2 * pressureMPa * d ** 2 * bore / (inner.youngMPa * (d ** 2 - bore ** 2)) : 0,
    innerOuterChangeUm: -1000 * pressureMPa * d * shaftGive,
    hubBoreChangeUm: 1000 * pressureMPa * d * hubGive,
    hubOuterChangeUm: 1000 * 2 * pressureMPa * d ** 2 * out / (outer.youngMPa * (out ** 2 - d ** 2)),
    pressForceN: slipForceN, slipForceN, slipTorqueNm: slipForceN * d / 2000,
    pressForceByStroke: [0.25, 0.5, 0.75, 1].map(part => ({ strokeMm: part * lengthMm, forceN: part * slipForceN })),
  }
  return { ...result, working: workingOf(input, result, lossUm, hubGive + shaftGive) }
}

function workingOf(input: InterferenceInput, result: Omit<InterferenceFit, 'working'>, lossUm: number, givePerMPa: number): WorkingLine[] {
  const { fitDiameterMm: d, outerDiameterMm: out, lengthMm, friction } = input
  const um = (value: number) => formatQuantity(value / 1000, 'length', { unit: 'µm', decimals: 1, signed: true })
  const mpa = (value: number) => formatQuantity(value, 'pressure', { decimals: 1 })
  const lines: WorkingLine[] = []
  if (lossUm)
    lines.push({
      label: 'Effective interference',
      formula: 'interference − 0.8 (Rz inner + Rz outer)',
      substituted: `${input.interferenceUm} − ${lossUm.toFixed(1)}`,
      result: um(result.effectiveInterferenceUm),
      source: 'DIN 7190-1',
    })
  lines.push(
    {
      label: 'Pressure in the joint',
      formula: 'δ ÷ (d · [give of hub + give of shaft])',
      substituted: `${(result.effectiveInterferenceUm / 1000).toFixed(4)} ÷ (${d} · ${givePerMPa.toExponential(3)})`,
      result: mpa(result.pressureMPa),
      source: LAME,
    },
    {
      label: 'Hoop stress at the hub bore',
      formula: 'p (D² + d²) ÷ (D² − d²)',
      substituted: `${result.pressureMPa.toFixed(2)} (${out}² + ${d}²) ÷ (${out}² − ${d}²)`,
      result: mpa(result.hubHoopStressMPa),
      source: LAME,
    },
    {
      label: 'Hub grows outside by',
      formula: '2 p d² D ÷ (E (D² − d²))',
      substituted: `2 · ${result.pressureMPa.toFixed(2)} · ${d}² · ${out} ÷ (${input.outer.youngMPa} (${out}² − ${d}²))`,
      result: um(result.hubOuterChangeUm),
      source: LAME,
    },
  )
  if (input.innerBoreMm > 0)
    lines.push({
      label: 'Inner bore changes by',
      formula: '−2 p d² b ÷ (E (d² − b²))',
      substituted: `−2 · ${result.pressureMPa.toFixed(2)} · ${d}² · ${input.innerBoreMm} ÷ (${input.inner.youngMPa} (${d}² − ${input.innerBoreMm}²))`,
      result: um(result.innerBoreChangeUm),
      source: LAME,
    })
  if (result.hubStressShare !== undefined)
    lines.push({
      label: 'Hub against yield',
      formula: '√(σ² + σp + p²) ÷ yield',
      substituted: `σ = ${result.hubHoopStressMPa.toFixed(1)}, p = ${result.pressureMPa.toFixed(1)}, yield ${input.outer.yieldMPa}`,
      result: `${(result.hubStressShare * 100).toFixed(0)} %`,
      source: 'von Mises, plane stress',
    })
  if (result.innerStressShare !== undefined)
    lines.push({
      label: 'Inner part against yield',
      formula: input.innerBoreMm > 0 ? '2 p d² ÷ (d² − b²) ÷ yield' : 'p ÷ yield',
      substituted: `${(-result.innerHoopStressMPa).toFixed(1)} ÷ ${input.inner.yieldMPa}`,
      result: `${(result.innerStressShare * 100).toFixed(0)} %`,
      source: LAME,
    })
  lines.push(
    {
      label: 'Press force at full stroke',
      formula: 'µ p π d l',
      substituted: `${friction} · ${result.pressureMPa.toFixed(2)} · π · ${d} · ${lengthMm}`,
      result: formatQuantity(result.pressForceN, 'force', { unit: 'kN', decimals: 1 }),
      source: 'Coulomb friction',
    },
    {
      label: 'Slips at a torque of',
      formula: 'µ p π d² l ÷ 2',
      substituted: `${friction} · ${result.pressureMPa.toFixed(2)} · π · ${d}² · ${lengthMm} ÷ 2`,
      result: formatQuantity(result.slipTorqueNm, 'torque', { decimals: 0 }),
      source: 'Coulomb friction',
    },
  )
  return lines
}

function check({
  fitDiameterMm: d,
  innerBoreMm,
  outerDiameterMm,
  lengthMm,
  interferenceUm,
  inner,
  outer,
  friction,
  roughness,
}: InterferenceInput): void {
  const wrong = (message: string, field: string) => new DomainError('fit.geometry', message, { field })
  if (!(d > 0)) throw wrong('The diameter of the joint must be greater than zero.', 'fitDiameterMm')
  if (!(innerBoreMm >= 0)) throw wrong('The bore of the inner part is zero for a solid shaft, or a length.', 'innerBoreMm')
  if (innerBoreMm >= d) throw wrong(`The inner part has a bore of ${innerBoreMm} mm in a joint of ${d} mm: no wall is left.`, 'innerBoreMm')
  if (!(outerDiameterMm > d))
    throw wrong(`The joint of ${d} mm is not smaller than the hub of ${outerDiameterMm} mm: no wall is left.`, 'outerDiameterMm')
  if (!(lengthMm > 0)) throw wrong('The joint needs a length greater than zero.', 'lengthMm')
  if (!Number.isFinite(interferenceUm + outerDiameterMm + lengthMm))
    throw wrong('Sizes and interference must be numbers.', 'interferenceUm')
  for (const [part, name] of [
    [inner, 'inner'],
    [outer, 'outer'],
  ] as const) {
    if (!(part.youngMPa > 0) || !(part.poisson >= 0 && part.poisson <= 0.5) || (part.yieldMPa !== undefined && !(part.yieldMPa > 0))) {
      throw new DomainError(
        'fit.material',
        `The ${name} part needs a Young’s modulus above zero, a Poisson’s ratio from 0 to 0.5 and, if named, a yield strength above zero.`,
        { field: name },
      )
    }
  }
  if (!(friction >= 0 && friction <= 1))
    throw new DomainError('fit.friction', 'The coefficient of friction lies between 0 and 1.', { field: 'friction' })
  if (roughness && !(roughness.innerRzUm >= 0 && roughness.outerRzUm >= 0))
    throw new DomainError('fit.roughness', 'Roughness is zero or more.', { field: 'roughness' })
}
