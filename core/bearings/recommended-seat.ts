import { DomainError } from '../domain-error'
import type { WorkingLine } from '../working'

export interface SeatInput {
  rolling: 'ball' | 'roller'
  /** Which ring sees the load go round: the inner one in most machines, the outer one in hubs and with unbalance, or neither for sure. */
  rotatingLoadOn: 'inner' | 'outer' | 'undetermined'
  /** Load against the dynamic rating: light below 0.06 C, heavy above 0.12 C. */
  load: 'light' | 'normal' | 'heavy'
  boreMm: number
  /** The outer ring must move along its seat (the floating end). */
  outerMustMove?: boolean
}

export interface RecommendedSeat {
  shaft: string
  housing: string
  working: WorkingLine[]
}

type Steps = readonly (readonly [uptoMm: number, tolerance: string])[]

/** Seats of the inner ring on a solid steel shaft when the load goes round on it. */
const SHAFT: Record<SeatInput['rolling'], Record<SeatInput['load'], Steps>> = {
  ball: {
    light: [[17, 'js5'], [100, 'j6'], [140, 'k6'], [500, 'm6']],
    normal: [[10, 'js5'], [17, 'j5'], [100, 'k5'], [140, 'm5'], [200, 'm6'], [500, 'n6']],
    heavy: [[100, 'm5'], [140, 'n6'], [500, 'p6']],
  },
  roller: {
    light: [[30, 'j6'], [50, 'k6'], [130, 'm6'], [500, 'n6']],
    normal: [[25, 'k6'], [40, 'k6'], [60, 'm5'], [65, 'm6'], [100, 'n6'], [200, 'p6'], [500, 'r6']],
    heavy: [[50, 'm6'], [70, 'n6'], [140, 'p6'], [500, 'r6']],
  },
}
const HOUSING_ROTATING: Record<SeatInput['load'], string> = { light: 'M7', normal: 'N7', heavy: 'P7' }
const LARGEST_MM = 500

/**
 * Usual seats of a rolling bearing with cylindrical bore on a solid steel shaft and in a solid housing.
 *
 * @throws DomainError `bearing.bore` beyond 500 mm
 * Range: general practice for normal running accuracy; the maker's catalogue, the drawing and the machine's manual stand above it. Hollow
 * shafts, thin or split housings and light metals need tighter or looser seats.
 * Source: general practice of bearing makers, classes of ISO 286-2.
 * @example recommendedSeat({ rolling: 'ball', rotatingLoadOn: 'inner', load: 'normal', boreMm: 70 }) // shaft 'k5', housing 'H7'
 */
export function recommendedSeat({ rolling, rotatingLoadOn, load, boreMm, outerMustMove = false }: SeatInput): RecommendedSeat {
  if (!(boreMm > 0 && boreMm <= LARGEST_MM))
    throw new DomainError('bearing.bore', `A bore of ${boreMm} mm is outside the usual seats, which reach to ${LARGEST_MM} mm.`, {
      field: 'boreMm',
    })
  const shaft = rotatingLoadOn === 'outer'
    ? (outerMustMove ? 'h6' : 'g6')
    : SHAFT[rolling][load].find(([upto]) => boreMm <= upto)![1]
  const housing = rotatingLoadOn === 'inner'
    ? (load === 'light' ? 'H8' : 'H7')
    : rotatingLoadOn === 'outer' ? HOUSING_ROTATING[load] : outerMustMove ? 'J7' : load === 'heavy' ? 'M7' : 'K7'
  const working: WorkingLine[] = [
    {
      label: 'Shaft',
      formula: 'load goes round on the inner ring: tight; stands still on it: loose',
      substituted: `${rolling} bearing, ${load} load, ${boreMm} mm`,
      result: shaft,
      source: 'general practice; maker first',
    },
    {
      label: 'Housing',
      formula: 'load goes round on the outer ring: tight; stands still on it: may slide',
      substituted: `load goes round on: ${rotatingLoadOn}${outerMustMove ? ', must move' : ''}`,
      result: housing,
      source: 'general practice; maker first',
    },
  ]
  return { shaft, housing, working }
}
