/*
 * Diameter and pitch combinations of general use. Metric: ISO 261 (choice of diameters and pitches), coarse pitch first where there is one
 * of that name. Inch: ASME B1.1, series UNC and UNF, threads to the inch.
 */

/** Nominal diameter, mm → coarse pitch (null: none) and fine pitches, mm. */
export const METRIC: ReadonlyMap<number, { coarseMm: number | null, fineMm: readonly number[] }> = new Map(
  ([
    [3, 0.5, 0.35], [3.5, 0.6, 0.35], [4, 0.7, 0.5], [4.5, 0.75, 0.5], [5, 0.8, 0.5], [5.5, null, 0.5], [6, 1, 0.75], [7, 1, 0.75],
    [8, 1.25, 1, 0.75], [9, 1.25, 1, 0.75], [10, 1.5, 1.25, 1, 0.75], [11, 1.5, 1, 0.75], [12, 1.75, 1.5, 1.25, 1],
    [14, 2, 1.5, 1.25, 1], [15, null, 1.5, 1], [16, 2, 1.5, 1], [17, null, 1.5, 1], [18, 2.5, 2, 1.5, 1], [20, 2.5, 2, 1.5, 1],
    [22, 2.5, 2, 1.5, 1], [24, 3, 2, 1.5, 1], [25, null, 2, 1.5, 1], [26, null, 1.5], [27, 3, 2, 1.5, 1], [28, null, 2, 1.5, 1],
    [30, 3.5, 3, 2, 1.5, 1], [32, null, 2, 1.5], [33, 3.5, 3, 2, 1.5], [35, null, 1.5], [36, 4, 3, 2, 1.5], [38, null, 1.5],
    [39, 4, 3, 2, 1.5], [40, null, 3, 2, 1.5], [42, 4.5, 4, 3, 2, 1.5], [45, 4.5, 4, 3, 2, 1.5], [48, 5, 4, 3, 2, 1.5],
    [50, null, 3, 2, 1.5], [52, 5, 4, 3, 2, 1.5], [55, null, 4, 3, 2, 1.5], [56, 5.5, 4, 3, 2, 1.5], [58, null, 4, 3, 2, 1.5],
    [60, 5.5, 4, 3, 2, 1.5], [62, null, 4, 3, 2, 1.5], [64, 6, 4, 3, 2, 1.5], [65, null, 4, 3, 2, 1.5], [68, 6, 4, 3, 2, 1.5],
    [70, null, 6, 4, 3, 2, 1.5], [72, null, 6, 4, 3, 2, 1.5], [75, null, 4, 3, 2, 1.5], [76, null, 6, 4, 3, 2, 1.5], [78, null, 2],
    [80, null, 6, 4, 3, 2, 1.5], [82, null, 2], [85, null, 6, 4, 3, 2], [90, null, 6, 4, 3, 2], [95, null, 6, 4, 3, 2],
    [100, null, 6, 4, 3, 2],
  ] as const).map(([diameterMm, coarseMm, ...fineMm]) => [diameterMm, { coarseMm, fineMm }]),
)

/** Nominal size as it is written → its inches, and threads to the inch of UNC and UNF. */
export const INCH: ReadonlyMap<string, { inches: number, UNC: number, UNF: number }> = new Map(
  ([
    ['1/4', 0.25, 20, 28], ['5/16', 0.3125, 18, 24], ['3/8', 0.375, 16, 24], ['7/16', 0.4375, 14, 20], ['1/2', 0.5, 13, 20],
    ['9/16', 0.5625, 12, 18], ['5/8', 0.625, 11, 18], ['3/4', 0.75, 10, 16], ['7/8', 0.875, 9, 14], ['1', 1, 8, 12],
    ['1 1/8', 1.125, 7, 12], ['1 1/4', 1.25, 7, 12], ['1 3/8', 1.375, 6, 12], ['1 1/2', 1.5, 6, 12],
  ] as const).map(([size, inches, UNC, UNF]) => [size, { inches, UNC, UNF }]),
)
