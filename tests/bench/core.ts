import { performance } from 'node:perf_hooks'
import { checkSheet, operatingClearance, shortestWayIn, toleranceLimits, type Sheet, type Step } from '#core'

/** How fast the core is. Prints one JSON line: calls a second, and milliseconds. */
const CALLS = 1_000_000
const CLASSES = ['H7', 'k6', 's6', 'P7', 'g6', 'js6']

const median = (values: number[]) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!
const time = (work: () => void, rounds = 7) => median(Array.from({ length: rounds }, () => {
  const started = performance.now()
  work()
  return performance.now() - started
}))

/** A sheet as large and as forked as one may be: 400 steps, and 96 ways to the seal at their end. */
function forkedSheet(): Sheet {
  const step = (key: string, after: string[], more: Partial<Step> = {}): Step =>
    ({ key, limb: 'off', stage: 'take-apart', title: key, why: 'For a benchmark.', after, minutes: 1, ...more })
  const forks = [2, 2, 2, 2, 2, 3].map((ways, i) => ({ key: `fork-${i}`, ways: Array.from({ length: ways }, (_, w) => `way-${w}`) }))
  const steps: Step[] = []
  for (const { key, ways } of forks) {
    const before = steps.at(-1)?.key
    steps.push(step(key, before ? [before] : [], { chooses: key }))
    const ends = ways.map((way) => {
      // Each way as long as fits into the whole.
      for (let n = 0; n < 29; n++) steps.push(step(`${key}-${way}-${n}`, [n ? `${key}-${way}-${n - 1}` : key], { ways: { [key]: [way] } }))
      return steps.at(-1)!.key
    })
    steps.push(step(`${key}-end`, ends))
  }
  const last = steps.at(-1)!.key
  steps.push(step('seal-off', [last], { rung: 'seal', removes: [{ part: 'seal', count: 1 }] }), step('seal-on', ['seal-off'], { limb: 'on', stage: 'refit', rung: 'seal', refits: [{ part: 'seal', count: 1 }] }))
  return checkSheet({
    format: 'needler-sheet/1', key: 'bench-forked', revision: 1, title: 'Forked machine', family: 'test', summary: 'For a benchmark.', notice: 'For a benchmark.',
    choices: forks.map(({ key, ways }) => ({ key, question: 'Which way?', ways: ways.map(way => ({ key: way, name: way, why: 'For a benchmark.' })) })),
    parts: [{ key: 'seal', name: 'seal', count: 1, kind: 'seal' }], positions: [], marks: [], joints: [], steps,
  })
}

let sum = 0
const limits = time(() => {
  for (let i = 0; i < CALLS; i++) sum += toleranceLimits(1 + i % 499, CLASSES[i % CLASSES.length]!).upperUm
})
const clearance = time(() => {
  sum += operatingClearance({ boreMm: 70, outerDiameterMm: 150, unmountedUm: { minUm: 25, maxUm: 51 }, shaftInterferenceUm: { minUm: 2, maxUm: 36 }, housingInterferenceUm: { minUm: -68, maxUm: 0 }, innerWarmerK: { min: 3, max: 8 } }).meanUm
})
const forked = forkedSheet()
const wayIn = time(() => {
  sum += shortestWayIn(forked, { done: {} }, 'seal').alternatives.length
})
if (!Number.isFinite(sum)) throw new Error('the benchmark computed nothing')
console.log(JSON.stringify({ limitsASecond: CALLS / limits * 1000, clearance, wayIn, steps: forked.steps.length, ways: shortestWayIn(forked, { done: {} }, 'seal').alternatives.length + 1 }))
