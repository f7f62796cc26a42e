import { INCH_MM } from '../units'
import { threadSize } from './thread-size'

export interface HeadBearing {
  /** Mean diameter of the ring on which head or nut rubs, mm. */
  diameterMm: number
  /** Outer diameter of that ring d_w, and the hole d_h, mm. */
  washerFaceMm: number
  holeMm: number
  /** True where no standard has a head in this size, and its neighbours were read between. */
  isBetween: boolean
}

/*
 * Washer face d_w (least) of hexagon heads and medium clearance holes d_h, mm, by nominal diameter. ISO 4014 product grade A to M24, B
 * above; above M64 the face is 0.95 of the least width across flats, as it is below. ISO 273, medium series.
 */
const METRIC_HEADS: readonly (readonly [nominalMm: number, washerFaceMm: number, holeMm: number])[] = [
  [3, 4.57, 3.4], [3.5, 5.07, 3.9], [4, 5.88, 4.5], [5, 6.88, 5.5], [6, 8.88, 6.6], [8, 11.63, 9], [10, 14.63, 11], [12, 16.63, 13.5],
  [14, 19.64, 15.5], [16, 22.49, 17.5], [18, 25.34, 20], [20, 28.19, 22], [22, 31.71, 24], [24, 33.61, 26], [27, 38, 30], [30, 42.75, 33],
  [33, 46.55, 36], [36, 51.11, 39], [39, 55.86, 42], [42, 59.95, 45], [45, 64.7, 48], [48, 69.45, 52], [52, 74.2, 56], [56, 78.66, 62],
  [60, 83.41, 66], [64, 88.16, 70], [68, 92.91, 74], [72, 97.66, 78], [76, 102.41, 82], [80, 107.16, 86], [85, 111.91, 91],
  [90, 121.13, 96],
  [95, 125.88, 101], [100, 135.38, 107],
]

/** The same in inches: washer face 0.95 of the width across flats of ASME B18.2.1, normal clearance holes of ASME B18.2.8. */
const WASHER_FACE_SHARE = 0.95
const INCH_HEADS = ([
  [1 / 4, 7 / 16, 9 / 32], [5 / 16, 1 / 2, 11 / 32], [3 / 8, 9 / 16, 13 / 32], [7 / 16, 5 / 8, 15 / 32], [1 / 2, 3 / 4, 9 / 16],
  [5 / 8, 15 / 16, 11 / 16], [3 / 4, 9 / 8, 13 / 16], [7 / 8, 21 / 16, 15 / 16], [1, 3 / 2, 35 / 32], [9 / 8, 27 / 16, 39 / 32],
  [5 / 4, 15 / 8, 43 / 32], [11 / 8, 33 / 16, 3 / 2], [3 / 2, 9 / 4, 13 / 8],
] as const).map(([inches, flats, hole]) => [inches * INCH_MM, WASHER_FACE_SHARE * flats * INCH_MM, hole * INCH_MM] as const)

/**
 * Where a hexagon head or nut rubs: the mean of its washer face and the medium clearance hole, D_km = (d_w + d_h) / 2.
 *
 * @param thread as `threadSize` reads it
 * @throws DomainError those of `threadSize`
 * Source: ISO 4014 (d_w), ISO 273 medium (d_h); ASME B18.2.1, B18.2.8; VDI 2230-1 (D_km).
 * @example headBearing('M12').diameterMm // 15.065
 */
export function headBearing(thread: string): HeadBearing {
  const { nominalMm, series } = threadSize(thread)
  const table = series.startsWith('metric') ? METRIC_HEADS : INCH_HEADS
  const above = table.findIndex(([size]) => size >= nominalMm - 1e-6)
  const [toMm, toFaceMm, toHoleMm] = table[above]!
  if (Math.abs(toMm - nominalMm) < 1e-6)
    return { diameterMm: (toFaceMm + toHoleMm) / 2, washerFaceMm: toFaceMm, holeMm: toHoleMm, isBetween: false }
  const [fromMm, fromFaceMm, fromHoleMm] = table[above - 1]!
  const part = (nominalMm - fromMm) / (toMm - fromMm)
  const [washerFaceMm, holeMm] = [fromFaceMm + part * (toFaceMm - fromFaceMm), fromHoleMm + part * (toHoleMm - fromHoleMm)]
  return { diameterMm: (washerFaceMm + holeMm) / 2, washerFaceMm, holeMm, isBetween: true }
}
