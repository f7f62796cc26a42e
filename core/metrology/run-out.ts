import { degrees, radians, roundTurn, widestGap } from '../angles'
import { DomainError } from '../domain-error'
import type { WorkingLine } from '../working'

export interface RunOutPoint {
  /** Clockwise from the index datum, seen from the drive end, degrees. */
  angleDeg: number
  /** Dial reading, µm. */
  readingUm: number
}

export interface RunOut {
  /** Total indicator reading: largest minus smallest, µm. */
  tirUm: number
  /** Offset of the centre of the surface from the axis it turns about, µm; half of what it adds to the reading. */
  eccentricityUm: number
  /** Where the high side of the offset lies, degrees from the index datum, 0 to 360. */
  phaseDeg: number
  /** What is left when the offset is taken out, peak to valley, µm: the form of the surface, as far as the points show it. */
  formUm: number
  /** False below eight points: form of a higher order (oval, three-cornered …) can hide between them. */
  isFormKnown: boolean
  /** Mean of the fitted circle, µm. */
  meanUm: number
  /** Reading minus fitted circle, in the order of the points, µm. */
  residualsUm: number[]
  working: WorkingLine[]
}

/** Fewest readings of a turn, and the widest arc without one. */
export const FEWEST_POINTS = 4
export const WIDEST_GAP_DEG = 100
/**
 * From so many readings on, form up to the fourth order cannot hide (ISO 12181-2 asks for seven points a wave and more; this is for a
 * bench).
 */
const FORM_POINTS = 8

/**
 * Run-out round one station: the offset of the surface as the first harmonic by least squares, the rest as form.
 *
 * @param points four or more, at any angles, no gap wider than 100°; fewer than eight say nothing of form of a higher order
 * @throws DomainError `run-out.too-few`, `run-out.not-a-number`, `run-out.same-angle`, `run-out.gap` (details: from and to)
 * Range: offsets that are small against the diameter (a limaçon), as on any shaft that can be turned in V-blocks.
 * Source: least-squares circle of a polar profile, ISO 12181-1; first harmonic by normal equations.
 * @example runOut(points).eccentricityUm
 */
export function runOut(points: readonly RunOutPoint[]): RunOut {
  check(points)
  // Normal equations of reading = m + a cos φ + b sin φ.
  const sums = [[0, 0, 0, 0], [0, 0, 0, 0], [0, 0, 0, 0]]
  const bases = points.map(({ angleDeg }) => [1, Math.cos(radians(angleDeg)), Math.sin(radians(angleDeg))] as const)
  // Taken from the first reading, so that a dial that was not set to zero costs no digits.
  const zeroUm = points[0]!.readingUm
  points.forEach(({ readingUm }, k) => {
    for (let i = 0; i < 3; i++) {
      for (let j = 0; j < 3; j++) sums[i]![j]! += bases[k]![i]! * bases[k]![j]!
      sums[i]![3]! += bases[k]![i]! * (readingUm - zeroUm)
    }
  })
  const [mean, a, b] = solve(sums) as [number, number, number]
  const residualsUm = points.map(({ readingUm }, k) => readingUm - zeroUm - (mean + a * bases[k]![1] + b * bases[k]![2]))
  const readings = points.map(point => point.readingUm)
  const [most, least] = [Math.max(...readings), Math.min(...readings)]
  const tirUm = most - least
  const eccentricityUm = Math.hypot(a, b)
  const phaseDeg = eccentricityUm < 1e-9 ? 0 : degrees(Math.atan2(b, a))
  const formUm = Math.max(...residualsUm) - Math.min(...residualsUm)
  const working: WorkingLine[] = [
    {
      label: 'Total reading',
      formula: 'largest − smallest',
      substituted: `${most} − ${least}`,
      result: `${tirUm.toFixed(1)} µm`,
      source: 'dial over one turn',
    },
    {
      label: 'Offset of the centre',
      formula: '√(a² + b²) of the fitted m + a cos φ + b sin φ',
      substituted: `√(${a.toFixed(2)}² + ${b.toFixed(2)}²), ${points.length} points`,
      result: `${eccentricityUm.toFixed(1)} µm at ${phaseDeg.toFixed(0)}°`,
      source: 'least-squares circle, ISO 12181-1',
    },
    {
      label: 'Form',
      formula: 'peak to valley of what the circle leaves',
      substituted: `${Math.max(...residualsUm).toFixed(2)} − (${Math.min(...residualsUm).toFixed(2)})`,
      result: `${formUm.toFixed(1)} µm`,
      source: 'least-squares circle, ISO 12181-1',
    },
  ]
  const isFormKnown = points.length >= FORM_POINTS
  if (!isFormKnown) {
    working.push({
      label: 'What this cannot tell',
      formula: `fewer than ${FORM_POINTS} points`,
      substituted: `${points.length} points`,
      result: 'form of a higher order may lie between them: the form above is the least, not the whole',
      source: 'sampling of a round profile, ISO 12181-2',
    })
  }
  return { tirUm, eccentricityUm, phaseDeg, formUm, isFormKnown, meanUm: zeroUm + mean, residualsUm, working }
}

function check(points: readonly RunOutPoint[]): void {
  const broken = points.findIndex(({ angleDeg, readingUm }) => !Number.isFinite(angleDeg) || !Number.isFinite(readingUm))
  if (broken >= 0) throw new DomainError('run-out.not-a-number', `Point ${broken + 1} has no angle or no reading.`, { point: broken })
  if (points.length < FEWEST_POINTS)
    throw new DomainError('run-out.too-few', `A turn needs ${FEWEST_POINTS} readings or more; there are ${points.length}.`)
  const angles = points.map(({ angleDeg }) => roundTurn(angleDeg)).sort((one, other) => one - other)
  const twice = angles.find((angle, i) => (angles[i + 1] ?? angles[0]! + 360) - angle < 1e-9)
  if (twice !== undefined)
    throw new DomainError('run-out.same-angle', `Two readings stand at ${twice}°. Take one away.`, { angleDeg: twice })
  const { fromDeg, toDeg, widthDeg } = widestGap(angles)
  if (widthDeg <= WIDEST_GAP_DEG + 1e-9) return
  throw new DomainError(
    'run-out.gap',
    `Nothing was read between ${fromDeg}° and ${toDeg}°: a gap of more than ${WIDEST_GAP_DEG}° hides the high side.`,
    { fromDeg, toDeg },
  )
}

/** Gauss elimination of three equations; the checks above keep it regular. */
function solve(m: number[][]): number[] {
  for (let i = 0; i < 3; i++) {
    const pivot = [...m.keys()].slice(i).reduce((best, row) => Math.abs(m[row]![i]!) > Math.abs(m[best]![i]!) ? row : best, i)
    ;[m[i], m[pivot]] = [m[pivot]!, m[i]!]
    for (let row = 0; row < 3; row++) {
      if (row === i) continue
      const factor = m[row]![i]! / m[i]![i]!
      for (let column = i; column < 4; column++) m[row]![column]! -= factor * m[i]![column]!
    }
  }
  return m.map((line, i) => line[3]! / line[i]!)
}
