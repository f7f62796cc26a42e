import { body, dark, empty, fine, line, parts, plain, row, SQUARE, type Draw } from '../frame'

/* Wheels, gears, couplings and brakes. */

/** Teeth between two heights, each with a slanted flank. */
const teeth = (f: Parameters<Draw>[0], from: number, to: number) => [
  plain(f.path(`M0 ${from}L0 ${to}L1 ${to}L1 ${from}Z`)),
  fine(row(parts(f.width, 4, 3, 40), (at, next) => f.path(`M${at} ${from}L${next} ${to}`))),
]
const gear: Draw = f => [
  body(f.path('M0 0L0 .24L.32 .24L.32 .66L0 .66L0 .84L1 .84L1 .66L.68 .66L.68 .24L1 .24L1 0Z')),
  ...teeth(f, 0.84, 1),
]
const pinion: Draw = f => [body(f.path('M0 0L0 .66L1 .66L1 0Z')), ...teeth(f, 0.66, 1)]
const internalGear: Draw = f => [body(f.path('M0 .34L0 1L1 1L1 .34Z')), ...teeth(f, 0, 0.34)]
/** Seen from outside, two helices that meet. */
const doubleHelicalGear: Draw = (f) => {
  const n = parts(f.height, 8, 5, 24)
  const lean = Math.min(0.35, f.width * 0.25 / f.height)
  const side = (at: number) => Math.min(1, at + lean)
  return [
    plain(f.path('M0 0L0 1L.47 1L.47 .97L.53 .97L.53 1L1 1L1 0L.53 0L.53 .03L.47 .03L.47 0Z')),
    fine(row(n, at => f.path(`M0 ${at}L.47 ${side(at)}M1 ${at}L.53 ${side(at)}`))),
    line(f.path('M.47 .03L.47 .97M.53 .03L.53 .97')),
  ]
}
const helicalGear: Draw = (f) => {
  const n = parts(f.height, 8, 5, 24)
  const lean = Math.min(0.3, f.width * 0.4 / f.height)
  return [plain(f.path(SQUARE)), fine(row(n, at => f.path(`M0 ${at}L1 ${Math.min(1, at + lean)}`)))]
}
const wormWheel: Draw = f => [
  body(f.path('M.1 0L.1 .3L.3 .36L.3 .62L0 .7L0 1Q.5 .74 1 1L1 .7L.7 .62L.7 .36L.9 .3L.9 0Z')),
  fine(f.path('M.04 .92Q.5 .62 .96 .92')),
]
const worm: Draw = (f) => {
  const n = parts(f.width, f.height * 0.35, 3, 14)
  return [
    plain(row(n, (at, next) => f.path(`M${at} .12L${at + (next - at) * 0.2} 0L${at + (next - at) * 0.6} 0L${next} .12L${next} .88L${at + (next - at) * 0.8} 1L${at + (next - at) * 0.4} 1L${at} .88Z`))),
    fine(row(n, (at, next) => f.path(`M${at + (next - at) * 0.2} 0L${at + (next - at) * 0.4} 1M${at + (next - at) * 0.6} 0L${at + (next - at) * 0.8} 1`))),
  ]
}
/** Looked at along its own axis: its teeth, its rim, its bore. */
const gearFromTheEnd: Draw = (f) => {
  const radius = Math.min(f.width, f.height) / 2
  const teeth = parts(radius * 6, 9, 12, 40)
  const turn = (i: number, share: number) => {
    const angle = 2 * Math.PI * (i + share) / teeth
    return { a: 0.5 * radius * 2 / f.width * Math.cos(angle), b: 0.5 * radius * 2 / f.height * Math.sin(angle) }
  }
  const tooth = [[0, 0.86], [0.2, 1], [0.5, 1], [0.7, 0.86]] as const
  const points = Array.from({ length: teeth }, (_, i) => tooth.map(([share, reach]) => {
    const { a, b } = turn(i, share)
    return `${0.5 + a * reach} ${0.5 + b * reach}`
  })).flat()
  return [plain(f.path(`M${points.join('L')}Z`)), fine(f.circle(0.5, 0.5, radius * 0.7)), empty(f.circle(0.5, 0.5, radius * 0.16))]
}
const eccentricFromTheEnd: Draw = (f) => {
  const radius = Math.min(f.width, f.height) / 2
  return [plain(f.circle(0.5, 0.5, radius)), fine(f.circle(0.5, 0.5, radius * 0.8)), empty(f.circle(0.38, 0.5, radius * 0.36)), line(f.path('M.3 .5L.46 .5'))]
}
const ratchet: Draw = f => [
  body(f.path('M0 0L0 .78L1 .78L1 0Z')),
  dark(row(3, (at, next) => f.path(`M${at} .78L${at} 1L${next} .78Z`))),
]
/** The groove between two rims, with the pockets the chain lies in. */
const pocketWheel: Draw = f => [
  body(f.path('M0 0L0 1L.22 1Q.3 .6 .5 .58Q.7 .6 .78 1L1 1L1 0Z')),
  fine(f.path('M.3 .82Q.5 .72 .7 .82M.34 .7Q.5 .6 .66 .7')),
]
/** With the windows through which the rollers of the output reach. */
const cycloidDisc: Draw = f => [
  body(f.path(SQUARE)),
  empty(f.path('M0 .3L0 .72L1 .72L1 .3Z')),
]
const rollers: Draw = f => [plain(f.path(SQUARE)), fine(f.path('M-.05 .5L1.05 .5'))]

/** Closed, its eye towards `to`. */
const impeller: Draw = f => [
  plain(f.path('M.16 1L.44 1C.5 .66 .62 .52 .9 .5L.9 .2C.5 .24 .24 .5 .16 1Z')),
  fine(f.path('M.26 1C.3 .6 .5 .4 .9 .36M.35 1C.4 .62 .56 .46 .9 .43')),
  body(f.path('M0 0L0 1L.16 1C.24 .5 .5 .2 1 .16L1 0Z')),
  body(f.path('M.44 1L.58 1C.62 .72 .74 .64 1 .62L1 .5L.9 .5C.62 .52 .5 .66 .44 1Z')),
]
/** Double entry: an eye at each end. */
const doubleImpeller: Draw = f => [
  plain(f.path('M.36 1L.64 1C.68 .6 .78 .46 .96 .44L.96 .2L.04 .2L.04 .44C.22 .46 .32 .6 .36 1Z')),
  fine(f.path('M.42 .98C.4 .6 .28 .4 .04 .34M.58 .98C.6 .6 .72 .4 .96 .34')),
  body(f.path('M0 0L0 .16C.3 .2 .45 .5 .47 1L.53 1C.55 .5 .7 .2 1 .16L1 0Z')),
  body(f.path('M.36 1L.28 1C.25 .72 .16 .62 0 .6L0 .48L.04 .44C.22 .46 .32 .6 .36 1ZM.64 1L.72 1C.75 .72 .84 .62 1 .6L1 .48L.96 .44C.78 .46 .68 .6 .64 1Z')),
]
/** Blades that stand open on a curved disc, their narrow end towards `to`. */
const openWheel: Draw = f => [
  plain(f.path('M.08 1L.3 1C.36 .72 .6 .6 .98 .58L.98 .22C.5 .24 .2 .4 .08 1Z')),
  fine(f.path('M.13 .98C.24 .5 .5 .36 .98 .32M.19 .98C.3 .6 .54 .46 .98 .42M.25 .98C.34 .66 .58 .54 .98 .5')),
  body(f.path('M0 0L0 1L.08 1C.2 .4 .5 .24 1 .2L1 0Z')),
]
const fan: Draw = f => [
  body(f.path('M0 0L0 .3L1 .3L1 0Z')),
  plain(f.path('M.3 .3L.05 1L.5 1L.7 .3Z')),
  fine(f.path('M.42 .3L.2 1M.56 .3L.36 1')),
]
/** The flights of a conveyor on their tube. */
const scroll: Draw = (f) => {
  const n = parts(f.width, f.height * 0.32, 4, 18)
  return [
    plain(row(n, (at, next) => f.path(`M${at} 0L${at + (next - at) * 0.16} 0L${next} 1L${next - (next - at) * 0.16} 1Z`))),
    plain(f.path('M0 .27L0 .73L1 .73L1 .27Z')),
    fine(row(n, (at, next) => f.path(`M${at + (next - at) * 0.3} .27L${at + (next - at) * 0.7} .73`))),
  ]
}
const weirPlate: Draw = f => [body(f.path('M0 0L0 1L1 1L1 .86L.4 .8L.4 0Z'))]

/** Its flange at `to`. */
const hub: Draw = (f) => {
  const t = Math.min(0.4, Math.max(4, f.height * 0.35) / f.width)
  return [body(f.path(`M0 0L0 .5L${1 - t} .5L${1 - t} 1L1 1L1 0Z`)), fine(f.path(`M${1 - t * 1.6} .78L${1 + t * 0.3} .78`))]
}
/** A tube between two packs of thin discs. */
const spacerCoupling: Draw = f => [
  body(f.path('M.14 .5L.14 1L.24 1L.24 .72L.76 .72L.76 1L.86 1L.86 .5Z')),
  plain(f.path('M0 .3L0 1L.1 1L.1 .3ZM.9 .3L.9 1L1 1L1 .3Z')),
  line(f.path('M.115 .34L.115 .98M.13 .34L.13 .98M.87 .34L.87 .98M.885 .34L.885 .98')),
]
const pulley: Draw = (f) => {
  const n = parts(f.width, 11, 2, 5)
  const groove = 0.02
  return [body(f.path(`M0 0L0 1${row(n, (at, next) => {
    const w = next - at
    return `L${at + w * 0.12 + groove} 1L${at + w * 0.36} .7L${at + w * 0.64} .7L${next - w * 0.12 - groove} 1`
  })}L1 1L1 0L.8 0L.8 .24L.2 .24L.2 0Z`))]
}
const elastomer: Draw = f => [
  dark(f.path('M0 .08L.06 0L.94 0L1 .08L1 .92L.94 1L.06 1L0 .92Z')),
  empty(row(parts(f.width, 9, 2, 8), (at, next) => f.circle((at + next) / 2, 0.5, Math.min(2.2, f.height * 0.16)))),
]
const brakeDrum: Draw = f => [body(f.path('M0 0L0 .34L.36 .34L.36 .46L.12 .84L0 .84L0 1L1 1L1 .84L.3 .84L.52 .42L.6 .34L.6 0Z'))]
const frictionDisc: Draw = f => [dark(f.path(SQUARE))]
/** A coarse thread in the bore: it clamps by being turned. */
const threadedHub: Draw = f => [
  body(f.path('M0 0L0 1L1 1L1 0Z')),
  line(f.path(`M0 .1${row(parts(f.width, 5, 3, 10), (at, next) => `L${(at + next) / 2} .28L${next} .1`)}`)),
]

export const TURNING = {
  gear,
  pinion,
  'internal gear': internalGear,
  'helical gear': helicalGear,
  'double helical gear': doubleHelicalGear,
  'worm wheel': wormWheel,
  worm,
  'gear from the end': gearFromTheEnd,
  'eccentric from the end': eccentricFromTheEnd,
  ratchet,
  'pocket wheel': pocketWheel,
  'cycloid disc': cycloidDisc,
  rollers,
  impeller,
  'double impeller': doubleImpeller,
  'open wheel': openWheel,
  fan,
  scroll,
  'weir plate': weirPlate,
  hub,
  'spacer coupling': spacerCoupling,
  pulley,
  elastomer,
  'brake drum': brakeDrum,
  'friction disc': frictionDisc,
  'threaded hub': threadedHub,
} satisfies Record<string, Draw>
