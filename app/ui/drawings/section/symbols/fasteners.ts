import { fine, line, plain, row, parts, SQUARE, type Draw } from '../frame'

/* Bolts, nuts, keys and pins: never cut lengthwise. */

/** Its head at `from`, its point at `to`; the thread on the last part. */
const bolt: Draw = (f) => {
  const head = Math.min(0.34, f.height * 0.62 / f.width)
  const tip = Math.min(0.06, 2 / f.width)
  return [
    plain(f.path(`M0 0L0 1L${head} 1L${head} 0Z`)),
    plain(f.path(`M${head} .22L${head} .78L${1 - tip} .78L1 .68L1 .32L${1 - tip} .22Z`)),
    fine(f.path(`M0 .28L${head} .28M0 .72L${head} .72M.55 .32L1 .32M.55 .68L1 .68`)),
  ]
}
/** A stud with its nut at `to`. */
const stud: Draw = (f) => {
  const nut = Math.min(0.36, f.height * 0.62 / f.width)
  return [
    plain(f.path('M0 .26L0 .74L1 .74L1 .26Z')),
    plain(f.path(`M${0.9 - nut} 0L${0.9 - nut} 1L.9 1L.9 0Z`)),
    fine(f.path(`M${0.9 - nut} .28L.9 .28M${0.9 - nut} .72L.9 .72M0 .36L.4 .36M0 .64L.4 .64`)),
  ]
}
const nut: Draw = f => [
  plain(f.path('M0 0L0 .86L.14 1L.86 1L1 .86L1 0Z')),
  fine(f.path('M0 .5L1 .5')),
  fine(row(parts(f.width, 3, 2, 8), (at, next) => f.path(`M${at} 0L${(at + next) / 2} .12L${next} 0`))),
]
const lockWasher: Draw = f => [plain(f.path('M0 0L0 1L.45 1L.45 .82L1 1L1 .86L.45 .66L.45 0Z'))]
const key: Draw = f => [plain(f.path(SQUARE)), fine(f.path('M.04 .5L.96 .5'))]
const pin: Draw = (f) => {
  const e = Math.min(0.2, f.height * 0.4 / f.width)
  return [plain(f.path(`M0 .2L${e} 0L${1 - e} 0L1 .2L1 .8L${1 - e} 1L${e} 1L0 .8Z`)), line(f.path(`M${e} 0L${e} 1M${1 - e} 0L${1 - e} 1`))]
}

export const FASTENERS = { bolt, stud, nut, 'lock washer': lockWasher, key, pin } satisfies Record<string, Draw>
