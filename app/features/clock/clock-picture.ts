import { arcWidth, radians, roundTurn, type Arc } from '#core'

/** The rings of a clock, the first outermost: where each lies between the middle and the edge of the drawing. */
export interface ClockRing { innerMm: number, outerMm: number, middleMm: number }

const [EDGE, HUB, THICKEST, GAP_SHARE] = [300, 62, 34, 0.22] as const

/** Half of the width of the drawing: its middle is 0, 0. */
export const CLOCK_HALF = 330

/**
 * Rings of equal width from the edge inwards, thin ones where there are many.
 *
 * @example ringsOf(12)[0]!.outerMm // 300
 */
export function ringsOf(count: number): ClockRing[] {
  const pitch = Math.min(THICKEST, (EDGE - HUB) / Math.max(1, count))
  return Array.from({ length: count }, (_, i) => {
    const outerMm = EDGE - i * pitch
    const innerMm = outerMm - pitch * (1 - GAP_SHARE)
    return { innerMm, outerMm, middleMm: (innerMm + outerMm) / 2 }
  })
}

const at = (deg: number, radius: number) => `${(Math.sin(radians(deg)) * radius).toFixed(2)} ${(-Math.cos(radians(deg)) * radius).toFixed(2)}`
/** What is noted at one place is still to be seen. */
const LEAST_DEG = 4

/**
 * The outline of an arc on its ring, clockwise from 12 o'clock; all round is a whole band.
 *
 * @example arcPath({ fromDeg: 60, toDeg: 120 }, ringsOf(3)[0]!)
 */
export function arcPath(arc: Arc, { innerMm, outerMm }: ClockRing): string {
  const width = Math.max(LEAST_DEG, arcWidth(arc))
  if (width >= 359.9) {
    const circle = (radius: number, sweep: 0 | 1) => `M0 ${-radius}A${radius} ${radius} 0 1 ${sweep} 0 ${radius}A${radius} ${radius} 0 1 ${sweep} 0 ${-radius}Z`
    return circle(outerMm, 1) + circle(innerMm, 0)
  }
  const from = arcWidth(arc) < LEAST_DEG ? arc.fromDeg - LEAST_DEG / 2 : arc.fromDeg
  const isLarge = width > 180 ? 1 : 0
  return `M${at(from, outerMm)}A${outerMm} ${outerMm} 0 ${isLarge} 1 ${at(from + width, outerMm)}`
    + `L${at(from + width, innerMm)}A${innerMm} ${innerMm} 0 ${isLarge} 0 ${at(from, innerMm)}Z`
}

/** Where on the drawing an angle of a ring lies. */
export const placeOn = (deg: number, radius: number): { x: number, y: number } =>
  ({ x: Math.sin(radians(deg)) * radius, y: -Math.cos(radians(deg)) * radius })

/** The angle and the ring under a point of the drawing; no ring between two of them, in the hub or outside. */
export function under(x: number, y: number, rings: readonly ClockRing[]): { deg: number, ring: number | null } {
  const radius = Math.hypot(x, y)
  const ring = rings.findIndex(({ innerMm, outerMm }) => radius >= innerMm && radius <= outerMm)
  return { deg: roundTurn(Math.atan2(x, -y) * 180 / Math.PI), ring: ring < 0 ? null : ring }
}

/** Less than this is a tap and no drag. */
const DRAG_FROM_DEG = 6

/**
 * The arc that a finger has drawn: from where it went down, the way that it moved, either way round.
 *
 * @param movedDeg signed, clockwise positive, however often it turned back
 * @example drawnArc(350, 40) // { fromDeg: 350, toDeg: 30 }
 */
export function drawnArc(startDeg: number, movedDeg: number): Arc {
  const tidy = (deg: number) => roundTurn(Math.round(deg / 5) * 5)
  if (Math.abs(movedDeg) >= 350) return { fromDeg: 0, toDeg: 360 }
  if (Math.abs(movedDeg) < DRAG_FROM_DEG) return { fromDeg: tidy(startDeg), toDeg: tidy(startDeg) }
  const [from, to] = movedDeg > 0 ? [startDeg, startDeg + movedDeg] : [startDeg + movedDeg, startDeg]
  return { fromDeg: tidy(from), toDeg: tidy(to) }
}
