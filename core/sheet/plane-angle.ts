/** Angle of a plane that is named by it, such as `45°`; NaN for any other name. */
export const planeAngleDeg = (plane: string): number => /^\d+(\.\d+)?°$/.test(plane) ? Number(plane.slice(0, -1)) : Number.NaN
