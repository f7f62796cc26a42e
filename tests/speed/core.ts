import { performance } from 'node:perf_hooks'
import {
  CIRCUMSTANCES, diagnose, EVIDENCE_READINGS, EVIDENCE_ROLES, foldJob, frameFor, growOff, guardEvent, nextSteps, OPEN_UP,
  normalFrom, operatingClearance, poolSisters, randomFrom, shortestWayIn, simulateTightening, tighteningOrder, toleranceLimits, trend,
  type JobState, type SheetDocument,
} from '#core'
import { GrowingJob } from '../support/growing-job'
import { eventOf } from '../support/job-walk'
import { forkedSheet } from '../support/small-sheet'

/** How fast the core is. Prints one JSON line: calls a second, and milliseconds. */
const CALLS = 1_000_000
const CLASSES = ['H7', 'k6', 's6', 'P7', 'g6', 'js6']

const median = (values: number[]) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!
const time = (work: () => void, rounds = 7) => median(Array.from({ length: rounds }, () => {
  const started = performance.now()
  work()
  return performance.now() - started
}))

let sum = 0
const limits = time(() => {
  for (let i = 0; i < CALLS; i++) sum += toleranceLimits(1 + i % 499, CLASSES[i % CLASSES.length]!).upperUm
})
const clearance = time(() => {
  sum += operatingClearance({
    boreMm: 70,
    outerDiameterMm: 150,
    unmountedUm: { minUm: 25, maxUm: 51 },
    shaftInterferenceUm: { minUm: 2, maxUm: 36 },
    housingInterferenceUm: { minUm: -68, maxUm: 0 },
    innerWarmerK: { min: 3, max: 8 },
  }).meanUm
})
// As many ways as a sheet may have, and close to 400 steps.
const forked = forkedSheet([2, 2, 2, 2, 2, 3].map(ways => Array.from({ length: ways }, () => Array.from({ length: 30 }, () => 1))))
let ways = 0
const wayIn = time(() => {
  ways = shortestWayIn(forked, { done: {} }, 'seal').alternatives.length + 1
})
/** 32 bolts of a flange of 500 mm, four passes, a thousand draws of friction. */
const tightening = time(() => {
  sum += simulateTightening({
    bolts: 32, radiusMm: 250, flange: { flexuralRigidityNmm2: 2.1e10 }, gasket: { foundationNPerMm2: 800 }, bolt: { stiffnessNPerMm: 8e5 },
    targetN: 60_000, order: tighteningOrder({ layout: { kind: 'circle', bolts: 32 }, pattern: 'crosswise' }), passes: [0.3, 0.6, 1, 1],
    friction: { scatter: 0.1, draws: 1000, seed: 7 },
  }).minN
}, 3)
/** Two hundred findings on forty parts, with every reading and ten circumstances. */
const roles = Object.entries(EVIDENCE_ROLES) as [keyof typeof EVIDENCE_ROLES, { kinds: readonly string[] }][]
const parts = Array.from({ length: 40 }, (_, i) =>
  ({ key: `part-${i}`, role: roles[i % roles.length]![0], motion: (['turning', 'still'] as const)[i % 2]! }))
const findings = Array.from({ length: 200 }, (_, i) => {
  const { kinds } = roles[i % 40 % roles.length]![1]
  return { part: `part-${i % 40}`, kind: kinds[i % kinds.length]!, severity: 1 + i % 3, fromDeg: i * 17 % 360, toDeg: (i * 17 + 40) % 360 }
})
const readings = EVIDENCE_READINGS.map((of, i) => ({ of, verdict: i % 3 === 0 ? 'out' as const : 'in' as const }))
const diagnosis = time(() => {
  sum += diagnose({ parts, findings, readings, circumstances: CIRCUMSTANCES.slice(0, 10) }).causes[0]!.weight
})
/** The same 400 steps, once written at the bench and once as a sheet: a tick judged and folded. */
const grown = new GrowingJob(frameFor({ key: 'sheet-speed', title: 'Speed', energies: ['electric'] }))
grown.workTo(OPEN_UP)
for (let i = 0; grown.sheet.steps.length < 395; i++)
  grown.tap(growOff(grown.at('a'), { name: `Part ${i}`, count: 1, lifted: 'by hand' }).drafts)
const tickAt = nextSteps(grown.sheet, grown.state).find(({ key }) => key !== OPEN_UP)!.key
const settled = JSON.parse(JSON.stringify(grown.sheet)) as SheetDocument
const tick = (document: SheetDocument, state: JobState) => time(() => {
  for (let i = 0; i < 200; i++) {
    // A state of its own each time: nothing that was worked out for it is known.
    const event = eventOf('step-done', { step: tickAt })
    if (guardEvent(document, { ...state }, event)) throw new Error('the tick is refused')
    sum += foldJob(document, [event], state).events
  }
}) / 200
const ofSheet = tick(settled, { ...grown.state, growth: [] })
const ofGrown = tick(grown.document, grown.state)
/** Five hundred machines of a kind with eight readings each: a line for each, and all of them pooled. */
const normal = normalFrom(randomFrom(5))
const fleet = Array.from({ length: 500 }, (_, i) => {
  const slope = 1 + 0.2 * normal()
  return { unit: `P-${i}`, points: Array.from({ length: 8 }, (_, k) => ({ hours: k * 2500, value: slope * k + 0.1 * normal() })) }
})
const wear = time(() => {
  for (const { points } of fleet) sum += trend(points).sigma
  sum += poolSisters(fleet).between!
})
if (!Number.isFinite(sum)) throw new Error('the speed table computed nothing')
console.log(JSON.stringify({
  ofSheet, ofGrown, grownSteps: grown.sheet.steps.length,
  limitsASecond: CALLS / limits * 1000, clearance, wear, tightening, diagnosis, wayIn, steps: forked.steps.length, ways,
}))
