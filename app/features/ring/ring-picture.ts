import { boltPlaces, type BoltLayout } from '#core'

/** Where the bolts of a joint are drawn: the middle of each in the units of the view, and how large all of them are. */
export interface RingPicture {
  places: { x: number, y: number }[]
  radius: number
  width: number
  height: number
  /** A bolt large enough for its number. */
  hasNumbers: boolean
  isCircle: boolean
}

const [SPAN, LARGEST, SMALLEST, NUMBERED] = [200, 15, 3, 5.5] as const
/** Room round the bolts for the halo and the mark of the index. */
const EDGE = 8
/** Of the least distance between two bolts, the part that their two radii take. */
const FILLED = 0.42

/**
 * The bolts as they lie, seen from the side on which they are turned, the index on top, drawn as large as they have room.
 *
 * @example ringPicture({ kind: 'circle', bolts: 12 }).places[0] // on top, in the middle
 */
export function ringPicture(layout: BoltLayout): RingPicture {
  const at = boltPlaces(layout)
  const [xs, ys] = [at.map(({ x }) => x), at.map(({ y }) => y)]
  const [left, right, bottom, top] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
  const across = Math.max(right - left, top - bottom)
  const scale = across > 0 ? (SPAN - 2 * LARGEST - 2 * EDGE) / across : 1
  const apart = Math.min(...at.flatMap((a, i) => at.slice(i + 1).map(b => Math.hypot(a.x - b.x, a.y - b.y)))) * scale
  const radius = Math.min(LARGEST, Math.max(SMALLEST, apart * FILLED))
  const margin = radius + EDGE
  return {
    places: at.map(({ x, y }) => ({ x: margin + (x - left) * scale, y: margin + (top - y) * scale })),
    radius, width: (right - left) * scale + 2 * margin, height: (top - bottom) * scale + 2 * margin,
    hasNumbers: radius >= NUMBERED, isCircle: layout.kind === 'circle',
  }
}
