/*
 * Angles are numbers in degrees, clockwise from the index datum of the part seen from the drive end, unless something else is said.
 */

/** Degrees in radians. */
export const radians = (deg: number): number => deg * Math.PI / 180

/**
 * Radians in degrees, from 0 up to one whole.
 *
 * @param whole 360 for a direction, 180 for the plane of an axis
 * @example degrees(-Math.PI / 2) // 270
 */
export const degrees = (rad: number, whole = 360): number => roundTurn(rad * 180 / Math.PI, whole)

/**
 * An angle on its first turn.
 *
 * @returns 0 or more, less than `whole`
 * @example roundTurn(-30) // 330
 */
export function roundTurn(deg: number, whole = 360): number {
  const turned = (deg % whole + whole) % whole
  // A tiny negative angle would come out as the whole itself.
  return turned === whole ? 0 : turned
}

/**
 * How far it is from one direction to another, the short way round.
 *
 * @returns more than −180 and up to 180; positive is clockwise
 * @example angleBetween(350, 10) // 20
 */
export function angleBetween(fromDeg: number, toDeg: number): number {
  const way = roundTurn(toDeg - fromDeg)
  return way > 180 ? way - 360 : way
}

/**
 * True when a direction lies on an arc that goes clockwise from one angle to another, ends included; the arc may pass 0.
 *
 * @example isOnArc(5, { fromDeg: 350, toDeg: 20 }) // true
 */
export const isOnArc = (deg: number, { fromDeg, toDeg }: { fromDeg: number; toDeg: number }): boolean =>
  roundTurn(deg - fromDeg) <= roundTurn(toDeg - fromDeg)

/**
 * The widest arc of a turn in which none of the directions lies.
 *
 * @param angles one or more, in any order
 * @returns from one direction clockwise to the next; 360 wide for a single one
 * @example widestGap([0, 90, 200]) // { fromDeg: 200, toDeg: 0, widthDeg: 160 }
 */
export function widestGap(angles: readonly number[]): { fromDeg: number, toDeg: number, widthDeg: number } {
  const round = angles.map(angle => roundTurn(angle)).sort((one, other) => one - other)
  return round.map((fromDeg, i) => {
    const toDeg = round[(i + 1) % round.length]!
    return { fromDeg, toDeg, widthDeg: i + 1 < round.length ? toDeg - fromDeg : toDeg - fromDeg + 360 }
  }).reduce((widest, gap) => gap.widthDeg > widest.widthDeg ? gap : widest)
}
