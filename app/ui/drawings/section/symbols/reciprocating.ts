import { body, dark, empty, fine, line, parts, plain, row, SQUARE, type Draw } from '../frame'

/* What goes to and fro, valves, and what hangs. */

/** Its crown with the rings at `to`, its pin across. */
const piston: Draw = f => [
  plain(f.path('M0 .04L0 .96L.06 1L.97 1L1 .97L1 .03L.97 0L.06 0Z')),
  dark(f.path('M.72 0L.72 .06L.77 .06L.77 0ZM.82 0L.82 .06L.87 .06L.87 0ZM.72 .94L.72 1L.77 1L.77 .94ZM.82 .94L.82 1L.87 1L.87 .94Z')),
  empty(f.circle(0.36, 0.5, Math.min(f.width, f.height) * 0.15)),
]
/** A disc between two seals, driven from both sides. */
const discPiston: Draw = f => [
  body(f.path('M0 0L0 .7L.3 .7L.3 1L.7 1L.7 .7L1 .7L1 0Z')),
  dark(f.path('M.05 .7L.05 1L.25 1L.25 .78ZM.95 .7L.95 1L.75 1L.75 .78Z')),
]
/** Its big end at `from`. */
const connectingRod: Draw = (f) => {
  const big = f.height * 0.5
  const [a, b] = [big / f.width, 1 - f.height * 0.3 / f.width]
  return [
    plain(f.path(`M${a} .26L${b} .36L${b} .64L${a} .74Z`)),
    plain(f.circle(a, 0.5, big)),
    empty(f.circle(a, 0.5, big * 0.62)),
    plain(f.circle(b, 0.5, f.height * 0.3)),
    empty(f.circle(b, 0.5, f.height * 0.15)),
    line(f.path(`M${a} 0L${a} .12M${a} .88L${a} 1`)),
  ]
}
const spring: Draw = (f) => {
  const n = parts(f.width, Math.max(5, f.height * 0.22), 4, 16)
  return [
    fine(row(n, (at, next) => f.path(`M${(at + next) / 2} 1L${next} 0`))),
    line(row(n, (at, next) => f.path(`M${at} 0L${(at + next) / 2} 1`))),
    line(f.path('M0 0L0 1M1 0L1 1')),
  ]
}
/** Clamped at its rim, driven in the middle. */
const diaphragm: Draw = f => [
  dark(f.path('M.2 1L.2 .74C.2 .6 1 .6 .8 .42L.75 .08L1 .08L1 0L0 0L0 .08L.45 .08L.5 .42C.66 .54 -.1 .56 -.05 .74L0 1Z')),
]
/** It lifts towards `to`, against its spring. */
const poppetValve: Draw = f => [
  body(f.path('M0 0L0 .26L.16 .34L.16 0ZM0 1L0 .74L.16 .66L.16 1Z')),
  plain(f.path('M.1 .36L.3 .2L.36 .2L.36 .8L.3 .8L.1 .64Z')),
  line(f.path('M.36 .3L.46 .7L.56 .3L.66 .7L.76 .3L.86 .7L.96 .3')),
  line(f.path('M1 .1L1 .9')),
]
const ballValve: Draw = f => [
  body(f.path('M0 0L0 .3L.2 .38L.2 0ZM0 1L0 .7L.2 .62L.2 1Z')),
  plain(f.circle(0.45, 0.5, Math.min(f.width, f.height) * 0.3)),
  line(f.path('M.9 .2L.9 .8')),
]
/** Slots, and the thin plates that cover them. */
const plateValve: Draw = f => [
  body(f.path(SQUARE)),
  empty(f.path('M0 .14L0 .26L1 .26L1 .14ZM0 .36L0 .44L1 .44L1 .36ZM0 .56L0 .64L1 .64L1 .56ZM0 .74L0 .86L1 .86L1 .74Z')),
  dark(f.path('M1 .1L1 .46L1.2 .46L1.2 .1ZM0 .54L0 .9L-.2 .9L-.2 .54Z')),
]
const spool: Draw = f => [
  plain(f.path('M0 0L0 1L.16 1L.16 .7L.4 .7L.4 1L.6 1L.6 .7L.84 .7L.84 1L1 1L1 0L.84 0L.84 .3L.6 .3L.6 0L.4 0L.4 .3L.16 .3L.16 0Z')),
  dark(f.path('M.06 0L.06 .06L.1 .06L.1 0ZM.48 0L.48 .06L.52 .06L.52 0ZM.9 0L.9 .06L.94 .06L.94 0ZM.06 .94L.06 1L.1 1L.1 .94ZM.48 .94L.48 1L.52 1L.52 .94ZM.9 .94L.9 1L.94 1L.94 .94Z')),
]
/** Links that lie flat and stand on edge by turns. */
const chain: Draw = (f) => {
  const n = parts(f.width, f.height * 1.1, 3, 24)
  const flat = (at: number, next: number) => {
    const c = (next - at) * 0.3
    return f.path(`M${at + c} 0C${at - c} 0 ${at - c} 1 ${at + c} 1L${next - c} 1C${next + c} 1 ${next + c} 0 ${next - c} 0Z`)
  }
  const even = Array.from({ length: n }, (_, i) => i).filter(i => i % 2 === 0)
  return [
    plain(even.map(i => flat(i / n - 0.12 / n, (i + 1) / n + 0.12 / n)).join('')),
    empty(even.map(i => f.path(`M${(i + 0.22) / n} .28L${(i + 0.22) / n} .72L${(i + 0.78) / n} .72L${(i + 0.78) / n} .28Z`)).join('')),
    plain(Array.from({ length: n }, (_, i) => i).filter(i => i % 2 === 1)
      .map(i => f.path(`M${(i - 0.2) / n} .4L${(i - 0.2) / n} .6L${(i + 1.2) / n} .6L${(i + 1.2) / n} .4Z`)).join('')),
  ]
}
/** Its eye at `from`, its bow at `to`. */
const hook: Draw = f => [
  plain(f.path('M0 .34L0 .66L.3 .66L.42 .6C.6 .5 .62 .8 .62 .86C.62 1.02 .52 1 .46 .96L.42 1C.52 1.14 1 1.1 1 .66C1 .3 .66 .22 .42 .4L.3 .34Z')),
  empty(f.circle(0.13, 0.5, f.height * 0.09)),
  line(f.path('M.34 .64L.56 .96')),
]
const lever: Draw = f => [
  plain(f.path('M0 .1L0 .9L.14 .9L.22 .68L.78 .62L.8 .7L1 .7L1 .3L.8 .3L.78 .38L.22 .32L.14 .1Z')),
  fine(row(4, at => f.path(`M${0.84 + at * 0.16} .3L${0.84 + at * 0.16} .7`))),
]
const knob: Draw = f => [
  plain(f.path('M0 .06L.1 0L.9 0L1 .06L1 .94L.9 1L.1 1L0 .94Z')),
  fine(row(parts(f.height, 4, 4, 12), at => f.path(`M0 ${at}L1 ${at}`))),
]

export const RECIPROCATING = {
  piston,
  'disc piston': discPiston,
  'connecting rod': connectingRod,
  spring,
  diaphragm,
  'poppet valve': poppetValve,
  'ball valve': ballValve,
  'plate valve': plateValve,
  spool,
  chain,
  hook,
  lever,
  knob,
} satisfies Record<string, Draw>
