import { DomainError } from '../domain-error'
import { formatQuantity } from '../units'
import type { WorkingLine } from '../working'
import { interferenceFit, type FitMaterial } from './interference-fit'

export interface PressedSleeveInput {
  /** Bore of the sleeve before pressing, mm. */
  boreMm: number
  /** Outer diameter of the sleeve, mm. */
  sleeveOuterMm: number
  /** Bore of the housing, mm. */
  housingBoreMm: number
  /** Outer diameter of the housing round it, mm. */
  housingOuterMm: number
  lengthMm: number
  sleeve: FitMaterial
  housing: FitMaterial
  friction?: number | undefined
  /** Journal that runs in it, mm, and the running clearance that is wanted, µm on the diameter. */
  shaftMm?: number | undefined
  wantedClearanceUm?: number | undefined
}

export interface PressedSleeve {
  interferenceUm: number
  /** Bore when the sleeve is in, mm. */
  boreMm: number
  closesInUm: number
  pressForceN: number
  /** Running clearance on the diameter with the named journal, µm. */
  clearanceUm: number | undefined
  /** What has to be taken out of the bore for the wanted clearance, µm on the diameter; negative means it is too wide already. */
  stockUm: number | undefined
  working: WorkingLine[]
}

const DRY_FRICTION = 0.12

/**
 * How far the bore of a sleeve closes when it is pressed in, and what has to be taken out for a wanted running clearance.
 *
 * @throws DomainError those of `interferenceFit`
 * Range: even wall on the whole length; a flange, a groove or a thin side of the housing changes it: measure after pressing.
 * Source: Lamé, as `interferenceFit`.
 * @example boreAfterPressing({ boreMm: 60, sleeveOuterMm: 75.05, housingBoreMm: 75, housingOuterMm: 120, lengthMm: 70, sleeve: bronze,
 *   housing: castIron }).closesInUm
 */
export function boreAfterPressing(input: PressedSleeveInput): PressedSleeve {
  const {
    boreMm,
    sleeveOuterMm,
    housingBoreMm,
    housingOuterMm,
    lengthMm,
    sleeve,
    housing,
    friction = DRY_FRICTION,
    shaftMm,
    wantedClearanceUm,
  } = input
  const interferenceUm = Math.round((sleeveOuterMm - housingBoreMm) * 1e6) / 1e3
  if (shaftMm !== undefined && !(shaftMm > 0))
    throw new DomainError('fit.geometry', 'The journal needs a diameter greater than zero.', { field: 'shaftMm' })
  const joint = interferenceFit({
    fitDiameterMm: housingBoreMm,
    innerBoreMm: boreMm,
    outerDiameterMm: housingOuterMm,
    lengthMm,
    interferenceUm,
    inner: sleeve,
    outer: housing,
    friction,
  })
  const closesInUm = -joint.innerBoreChangeUm
  const after = boreMm - closesInUm / 1000
  const clearanceUm = shaftMm === undefined ? undefined : (after - shaftMm) * 1000
  const stockUm = clearanceUm === undefined || wantedClearanceUm === undefined ? undefined : wantedClearanceUm - clearanceUm
  const um = (value: number) => formatQuantity(value / 1000, 'length', { unit: 'µm', decimals: 1 })
  const mm = (value: number) => formatQuantity(value, 'length', { decimals: 4 })
  const working: WorkingLine[] = [
    {
      label: 'Interference',
      formula: 'sleeve outside − housing bore',
      substituted: `${sleeveOuterMm} − ${housingBoreMm}`,
      result: um(interferenceUm),
      source: 'measured sizes at 20 °C',
    },
    ...joint.working.filter(
      line =>
        line.label === 'Pressure in the joint' || line.label === 'Inner bore changes by' || line.label === 'Press force at full stroke',
    ),
    {
      label: 'Bore when it is in',
      formula: 'bore − closing',
      substituted: `${boreMm} − ${(closesInUm / 1000).toFixed(4)}`,
      result: mm(after),
      source: 'Lamé; measure after pressing',
    },
  ]
  if (clearanceUm !== undefined)
    working.push({
      label: 'Running clearance',
      formula: 'bore − journal',
      substituted: `${after.toFixed(4)} − ${shaftMm}`,
      result: um(clearanceUm),
      source: 'measured sizes',
    })
  if (stockUm !== undefined)
    working.push({
      label: 'Stock to remove',
      formula: 'wanted − expected clearance',
      substituted: `${wantedClearanceUm} − ${clearanceUm!.toFixed(1)}`,
      result: um(stockUm),
      source: 'on the diameter',
    })
  return { interferenceUm, boreMm: after, closesInUm, pressForceN: joint.pressForceN, clearanceUm, stockUm, working }
}
