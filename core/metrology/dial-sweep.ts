import { DomainError } from '../domain-error'

/** What a dial showed while the part was turned to an angle: degrees from the index mark, counted on through the turns; mm. */
export interface SweepPoint { angleDeg: number, value: number }

export interface DialSweep {
  /** How far round the part has been turned, degrees. */
  turnedDeg: number
  /** The readings at the wanted angles, when the turn is whole. */
  readings: number[] | null
  /** How far the dial came back to where it began, mm; null before it has been round. */
  closureMm: number | null
}

/** Between two points of a turn that are further apart than this, a high spot could hide. */
export const WIDEST_STEP_DEG = 20
/** What may be missing from a whole turn. */
const SLACK_DEG = 3

/**
 * One slow turn of a part under a dial, read at the angles that a run-out asks for: between two points along the straight line.
 *
 * @param points in the order in which they came; the part is turned one way
 * @param anglesDeg wanted angles, any turn
 * @returns `readings` in the order of the angles; null until the part has been round once. The caller holds the closure against the
 *   step of the dial: a dial that does not come back has been pushed
 * @throws DomainError `sweep.backwards` when the part was turned back, `sweep.gap` when two points lie more than 20° apart
 * Source: general practice; what a run-out is made of is in `runOut`.
 * @example dialSweep([0, 10, 20].map(angleDeg => ({ angleDeg, value: 0 })), [0, 90]).readings // null: not round yet
 */
export function dialSweep(points: readonly SweepPoint[], anglesDeg: readonly number[]): DialSweep {
  const first = points[0]
  const last = points.at(-1)
  if (!first || !last) return { turnedDeg: 0, readings: null, closureMm: null }
  const way = Math.sign(last.angleDeg - first.angleDeg) || 1
  // From the first point on, whichever way it was turned.
  const along = points.map(({ angleDeg, value }) => ({ from: (angleDeg - first.angleDeg) * way, value }))
  for (const [i, point] of along.entries()) {
    const step = i === 0 ? 0 : point.from - along[i - 1]!.from
    // A dial's post is not quite still: half a degree back is no turn back.
    if (step < -0.5) throw new DomainError('sweep.backwards', 'The part was turned back. Turn one way only, slowly, all round.')
    if (step > WIDEST_STEP_DEG) {
      throw new DomainError('sweep.gap', `Between two values the part was turned by ${Math.round(step)}°. A high spot could hide there: turn more slowly.`)
    }
  }
  const turnedDeg = along.at(-1)!.from
  if (turnedDeg < 360 - SLACK_DEG) return { turnedDeg, readings: null, closureMm: null }
  const round = along.filter(({ from }) => from < 360)
  const back = along.find(({ from }) => from >= 360 - SLACK_DEG)!
  round.push({ from: 360, value: round[0]!.value })
  const at = (angleDeg: number): number => {
    const wanted = ((((angleDeg - first.angleDeg) * way) % 360) + 360) % 360
    const next = round.findIndex(({ from }) => from >= wanted)
    const [a, b] = [round[Math.max(0, next - 1)]!, round[next]!]
    return b.from === a.from ? b.value : a.value + (b.value - a.value) * (wanted - a.from) / (b.from - a.from)
  }
  return { turnedDeg, readings: anglesDeg.map(at), closureMm: Math.abs(back.value - first.value) }
}
