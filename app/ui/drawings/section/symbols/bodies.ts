import { body, dark, empty, fine, line, parts, plain, row, SQUARE, type Draw } from '../frame'

/* Housings, pipes and sheet, and what an electrical machine is made of. */

const inSection: Draw = f => [body(f.path(SQUARE))]
/** Shafts, keys, pins and rollers are not cut lengthwise. */
const notCut: Draw = f => [plain(f.path(SQUARE))]

const flangedPipe: Draw = (f) => {
  const t = Math.min(0.2, Math.max(3, f.height * 0.5) / f.width)
  return [
    body(f.path(`M0 0L0 1L${t} 1L${t} .45L${1 - t} .45L${1 - t} 1L1 1L1 0Z`)),
    fine(f.path(`M${-t / 2} .75L${t * 1.5} .75M${1 - t * 1.5} .75L${1 + t / 2} .75`)),
  ]
}

/** The chamber round the impeller, open to it. */
const volute: Draw = f => [
  body(f.path(SQUARE)),
  empty(f.path('M.36 0L.36 .12C.02 .2 .08 .86 .5 .86C.92 .86 .98 .2 .64 .12L.64 0Z')),
]

const ribbedFrame: Draw = f => [
  body(f.path('M0 0L0 1L.05 1L.05 .5L.95 .5L.95 1L1 1L1 0Z')),
  plain(f.path('M.05 .5L.05 1L.95 1L.95 .5Z')),
  fine(row(parts(f.height, 5, 2, 4), at => f.path(`M.05 ${0.55 + at * 0.45}L.95 ${0.55 + at * 0.45}`))),
]

/** A machine that is bought whole: its frame with ribs, its shields, the cowl of its fan. */
const motor: Draw = f => [
  plain(f.path('M.02 .14L.02 .86Q.02 .93 .09 .93L.2 .93L.2 1L.86 1L.86 .93L.95 .93L.98 .8L.98 .2L.95 .07L.86 .07L.86 0L.2 0L.2 .07L.09 .07Q.02 .07 .02 .14Z')),
  line(f.path('M.2 0L.2 1M.86 0L.86 1')),
  fine(row(parts(f.height, 7, 4, 14), at => f.path(`M.2 ${at + 0.03}L.86 ${at + 0.03}`))),
  fine(row(5, at => f.path(`M.04 ${0.2 + at * 0.7}L.17 ${0.2 + at * 0.7}`))),
]

const sheetMetal: Draw = f => [
  line(f.path('M0 0L0 1L1 1L1 0')),
  fine(row(parts(f.width, 9, 3, 30), at => f.path(`M${at} ${at === 0 ? 0.5 : 1}L${at + Math.min(1 - at, f.height / f.width)} ${Math.max(0, 1 - (1 - at) * f.width / f.height)}`))),
]

const trough: Draw = f => [
  plain(f.path('M0 1L.03 0L.97 0L1 1L.99 1L.962 .14L.038 .14L.01 1Z')),
  fine(f.path('M.1 .14L.1 .3M.9 .14L.9 .3M.04 1L.96 1')),
]

const shaft: Draw = (f) => {
  const c = Math.min(0.2, 2.5 / f.width)
  const d = Math.min(0.12, 2.5 / f.height)
  return [plain(f.path(`M0 ${d}L${c} 0L${1 - c} 0L1 ${d}L1 ${1 - d}L${1 - c} 1L${c} 1L0 ${1 - d}Z`))]
}

const spline: Draw = f => [
  plain(f.path(SQUARE)),
  fine(row(parts(f.height, 4, 3, 9), (at, next) => f.path(`M.06 ${(at + next) / 2}L.94 ${(at + next) / 2}`))),
]

/** Two throws, opposite, between three journals. */
const crank: Draw = f => [
  plain(f.path('M0 .34L0 .66L.12 .66L.12 .96L.2 .96L.2 .92L.34 .92L.34 .96L.42 .96L.42 .66L.58 .66L.58 .34L.66 .34L.66 .36L.8 .36L.8 .34L.88 .34L.88 .66L1 .66L1 .34L.88 .34L.88 .04L.8 .04L.8 .08L.66 .08L.66 .04L.58 .04L.58 .34L.42 .34L.42 .66L.34 .66L.34 .64L.2 .64L.2 .66L.12 .66L.12 .34Z')),
  fine(f.path('M.2 .64L.2 .92M.34 .64L.34 .92M.66 .08L.66 .36M.8 .08L.8 .36')),
]

const laminatedCore: Draw = f => [
  plain(f.path(SQUARE)),
  fine(row(parts(f.width, 4, 5, 70), at => f.path(`M${at} 0L${at} 1`))),
  line(f.path('M.03 0L.03 1M.97 0L.97 1')),
]

/** The turns of a coil that stand out beyond the core. */
const winding: Draw = f => [
  plain(f.path('M0 0L0 1L.45 1Q1 1 1 .5Q1 0 .45 0Z')),
  fine(f.path('M0 .2L.4 .2Q.8 .2 .8 .5Q.8 .8 .4 .8L0 .8M0 .4L.35 .4Q.55 .4 .55 .5Q.55 .6 .35 .6L0 .6')),
]

const commutator: Draw = f => [
  plain(f.path('M0 0L0 .8L.86 .8L.86 1L1 1L1 0Z')),
  fine(row(parts(f.height, 3, 4, 12), at => f.path(`M.05 ${at * 0.8}L.86 ${at * 0.8}`))),
]

/** A carbon brush, its spring behind it. */
const brush: Draw = f => [
  plain(f.path('M.2 0L.2 .5L.8 .5L.8 0Z')),
  line(f.path('M.3 .5L.7 .58L.3 .66L.7 .74L.3 .82L.7 .9')),
  line(f.path('M.05 .15L.05 1L.95 1L.95 .15')),
]

const pole: Draw = f => [
  body(f.path('M0 0L0 .16L.14 .16L.14 1L.86 1L.86 .16L1 .16L1 0Z')),
  plain(f.path('M.02 .2L.02 .86L.13 .86L.13 .2ZM.87 .2L.87 .86L.98 .86L.98 .2Z')),
  fine(f.path('M.02 .2L.13 .86M.02 .86L.13 .2M.87 .2L.98 .86M.87 .86L.98 .2')),
]

/** Tubes between two headers. */
const tubeBundle: Draw = f => [
  body(f.path('M0 0L0 1L.06 1L.06 0ZM.94 0L.94 1L1 1L1 0Z')),
  plain(f.path('M.06 .06L.06 .94L.94 .94L.94 .06Z')),
  fine(row(parts(f.height, 5, 3, 12), (at, next) => f.path(`M.06 ${0.06 + (at + next) * 0.44}L.94 ${0.06 + (at + next) * 0.44}`))),
  line(f.path('M.3 .06L.3 .94M.5 .06L.5 .94M.7 .06L.7 .94')),
]

const glass: Draw = f => [
  body(f.path('M0 0L0 1L1 1L1 0Z')),
  empty(f.circle(0.5, 0.5, Math.min(f.width, f.height) * 0.36)),
  dark(f.path('M.3 .38L.34 .3Q.5 .14 .66 .3L.7 .38Z')),
]

export const BODIES = {
  'body': inSection,
  'solid': notCut,
  'flanged pipe': flangedPipe,
  'volute': volute,
  'ribbed frame': ribbedFrame,
  'motor': motor,
  'sheet metal': sheetMetal,
  'trough': trough,
  'shaft': shaft,
  'spline': spline,
  'crank': crank,
  'laminated core': laminatedCore,
  'winding': winding,
  'commutator': commutator,
  'brush': brush,
  'pole': pole,
  'tube bundle': tubeBundle,
  'glass': glass,
} satisfies Record<string, Draw>
