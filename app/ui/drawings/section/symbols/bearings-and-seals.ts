import { body, dark, fine, line, parts, plain, row, SQUARE, type Draw } from '../frame'

/* What carries a shaft, and what keeps in what must not get out. */

const RINGS = 'M0 0L0 .27L1 .27L1 0ZM0 .73L0 1L1 1L1 .73Z'
const rolling = (elements: Draw): Draw => f => [body(f.path(RINGS)), ...elements(f)]

const ballBearing = rolling(f => [
  plain(f.circle(0.5, 0.5, Math.min(f.width * 0.38, f.height * 0.29))),
  fine(f.path('M.1 .5L.2 .5M.8 .5L.9 .5')),
])
const rollerBearing = rolling(f => [plain(f.path('M.18 .27L.18 .73L.82 .73L.82 .27Z')), fine(f.path('M.05 .5L.95 .5'))])
const sphericalRollerBearing = rolling(f => [
  plain(f.path('M.1 .33Q.22 .27 .42 .29L.47 .68Q.3 .76 .14 .7ZM.9 .33Q.78 .27 .58 .29L.53 .68Q.7 .76 .86 .7Z')),
])
const needleBearing: Draw = f => [
  body(f.path('M0 .55L0 1L1 1L1 .55Z')),
  plain(f.path('M.08 0L.08 .55L.92 .55L.92 0Z')),
]
/** A shell lined with soft metal, its oil groove in the middle. */
const sleeveBearing: Draw = f => [
  body(f.path('M0 .22L0 1L1 1L1 .22Z')),
  dark(f.path('M0 0L0 .22L1 .22L1 0L.58 0L.58 .12L.42 .12L.42 0Z')),
]
/** Pads side by side on their ring. */
const thrustBearing: Draw = (f) => {
  const n = parts(f.height, 7, 2, 8)
  return [body(f.path('M0 0L0 1L.6 1L.6 0Z')), plain(row(n, (at, next) => f.path(`M.6 ${at + 0.03}L.6 ${next - 0.03}L1 ${next - 0.03}L1 ${at + 0.03}Z`)))]
}
const oilRing: Draw = f => [plain(f.path(SQUARE)), fine(f.path('M.5 0L.5 1'))]

/** Holder, springs and the turning face; the face at `to`. */
const sealWithSprings: Draw = f => [
  body(f.path('M0 0L0 1L.3 1L.3 .3L.62 .3L.62 0Z')),
  line(f.path('M.3 .66L.36 .82L.44 .5L.52 .82L.6 .5L.64 .66')),
  body(f.path('M.64 .2L.64 .95L.82 .95L.82 .2Z')),
  plain(f.path('M.82 .3L.82 .82L1 .74L1 .38Z')),
  dark(f.circle(0.72, 0.1, Math.min(f.width * 0.08, f.height * 0.1))),
]
/** The still ring with its O-ring; the face at `to`. */
const sealFace: Draw = f => [
  body(f.path('M0 .08L0 .9L.55 .9L.55 .78L1 .7L1 .28L.55 .18L.55 .08Z')),
  dark(f.circle(0.26, 0.94, Math.min(f.width * 0.16, f.height * 0.12))),
]
/** Its case pressed in outside, its lip on the shaft towards `to`. */
const lipSeal: Draw = f => [
  body(f.path('M0 1L1 1L1 .84L.2 .84L.2 .4L0 .4Z')),
  plain(f.path('M.02 .4L.2 .4L.62 .28L.66 0L.84 .16L.86 .42L.62 .5L.2 .62L.02 .62Z')),
  dark(f.circle(0.74, 0.44, Math.max(1, Math.min(f.width, f.height) * 0.09))),
]
const labyrinth: Draw = (f) => {
  const n = parts(f.width, 5, 3, 9)
  return [
    body(f.path('M0 .42L0 1L1 1L1 .42Z')),
    dark(row(n, (at, next) => f.path(`M${at + 0.02} .42L${(at + next) / 2} 0L${next - 0.02} .42Z`))),
  ]
}
const packing: Draw = (f) => {
  const n = parts(f.width, f.height, 2, 8)
  return [
    plain(row(n, (at, next) => f.path(`M${at} 0L${at} 1L${next} 1L${next} 0Z`))),
    fine(row(n, (at, next) => f.path(`M${at} 0L${next} 1M${at} 1L${next} 0`))),
  ]
}
const felt: Draw = f => [
  plain(f.path('M0 0L.12 1L.88 1L1 0Z')),
  fine(row(4, (at, next) => f.path(`M${at} 0L${next} 1M${next} 0L${at} 1`))),
]
const oRing: Draw = f => [dark(f.circle(0.5, 0.5, Math.min(f.width, f.height) / 2))]
const allDark: Draw = f => [dark(f.path(SQUARE))]

export const BEARINGS_AND_SEALS = {
  'ball bearing': ballBearing,
  'roller bearing': rollerBearing,
  'spherical roller bearing': sphericalRollerBearing,
  'needle bearing': needleBearing,
  'sleeve bearing': sleeveBearing,
  'thrust bearing': thrustBearing,
  'oil ring': oilRing,
  'seal with springs': sealWithSprings,
  'seal face': sealFace,
  'lip seal': lipSeal,
  'labyrinth': labyrinth,
  'packing': packing,
  'felt': felt,
  'o-ring': oRing,
  'gasket': allDark,
  'snap ring': allDark,
} satisfies Record<string, Draw>
