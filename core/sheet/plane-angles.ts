import type { Position } from './schema'

/**
 * The planes of a run-out as angles. The sheet names them as a person writes them on the shaft, `45°`; here they become numbers, once.
 *
 * @returns in the order of the planes; NaN for a plane that is named otherwise
 * @example anglesOf(position) // [0, 45, 90, …]
 */
export const anglesOf = ({ planes }: Pick<Position, 'planes'>): number[] =>
  planes.map(plane => (/^\d+(\.\d+)?°$/.test(plane) ? Number(plane.slice(0, -1)) : Number.NaN))
