import { boltCount, nutFactorOf, passPlan, tighteningOrder, wrenchSuits, type TighteningPass, type TighteningPattern } from '../fastening'
import { keptBy } from '../kept-by'
import { coversCalibration } from '../metrology'
import { asksForWrench, isSnugAt, jointOf, passesOf, patternOf, torqueAt, type Joint, type Sheet, type Step } from '../sheet'
import type { JobState } from './state'
import { lastOf } from './stamp'
import type { BoltPulled, JointPrepared, PassFinished } from './tightening'

/** Locks that are put on after the last pull, new ones each time. */
const PUT_AFTER = ['lock washer', 'tab washer', 'split pin', 'wire', 'castle nut'] as const
/** How far a pull may lie from its aim: on the way up, and at the whole torque (the wrench itself is good to 4 %, ISO 6789). */
const [RISING_WITHIN, FULL_WITHIN] = [0.1, 0.05]
/** Nobody goes round more often for settling: what still moves then is no settling. */
const MOST_EXTRA_ROUNDS = 5

export type PullVerdict = 'under' | 'in' | 'over'

/** A pass with what a pull of it may be. */
export interface PlannedPass extends TighteningPass { fromNm: number, toNm: number }

/** How a joint is to be tightened at a step, as things stand: its sheet, and what the bench has chosen. */
export interface TighteningPlan {
  joint: Joint
  /** Bolts of one such joint, and how many of them there are: two heads of sixteen. */
  bolts: number
  sets: number
  pattern: TighteningPattern
  /** Indices of the bolts of one set in the order of the pattern. */
  order: readonly number[]
  passes: readonly PlannedPass[]
  targetNm: number
  /** The target of the sheet, where another lubricant has changed it. */
  sheetTargetNm: number
  lubricant: string | undefined
  isSnug: boolean
  /** The last pass needs a tool that measures. */
  asksWrench: boolean
  /** Every pull is written down. */
  each: boolean
  /** What is put on after the last pull. */
  lock: string | undefined
}

/**
 * How a step tightens its joint; null where it tightens none, or one of an earlier format whose bolts nobody has laid out.
 *
 * @example tighteningPlan(sheet, state, step)?.passes.map(pass => pass.torqueNm)
 */
export function tighteningPlan(sheet: Sheet, state: JobState, step: Step): TighteningPlan | null {
  if (!step.tightens) return null
  const joint = jointOf(sheet, step.tightens)
  if (!joint.layout) return null
  const prepared = preparedAt(state, step.key)
  const bolts = boltCount(joint.layout)
  const pattern = prepared?.pattern ?? patternOf(joint)
  const isSnug = isSnugAt(joint, step)
  const sheetTargetNm = torqueAt(joint, step)
  const lubricant = prepared?.lubricant ?? joint.lubricant.kind
  const changes = lubricant !== undefined && joint.lubricant.kind !== undefined && lubricant !== joint.lubricant.kind
  const targetNm = changes ? sheetTargetNm * nutFactorOf(lubricant) / nutFactorOf(joint.lubricant.kind!) : sheetTargetNm
  const planned = passPlan({ torqueNm: targetNm, ...isSnug ? { shares: [1] } : passesOf(joint) })
  const { aim, from = aim * (1 - FULL_WITHIN), to = aim * (1 + FULL_WITHIN) } = joint.torqueNm
  const passes = planned.map((pass): PlannedPass => pass.share < 1 || isSnug
    ? { ...pass, fromNm: pass.torqueNm * (1 - RISING_WITHIN), toNm: pass.torqueNm * (1 + RISING_WITHIN) }
    : { ...pass, fromNm: targetNm * from / aim, toNm: targetNm * to / aim })
  const isRound = passes.at(-1)!.isFinalRound
  // Once more round while the last round still moved one.
  while (isRound && passes.length - planned.length < MOST_EXTRA_ROUNDS
    && hasMoved(state, step.key, passes.length - 1)) passes.push(passes.at(-1)!)
  return {
    joint, bolts, sets: joint.count / bolts, pattern, order: orderOf(joint.layout, pattern), passes, targetNm, sheetTargetNm,
    lubricant, isSnug, asksWrench: !isSnug && asksForWrench(step), each: joint.passes?.each ?? false,
    lock: isSnug || joint.lockedBy ? undefined : PUT_AFTER.find(lock => lock === joint.locking),
  }
}

type Layout = NonNullable<Joint['layout']>
const orders = keptBy<Layout, TighteningPattern, readonly number[]>()

/** The order of a layout, worked out once: every look at a step asks for it. */
const orderOf = (layout: Layout, pattern: TighteningPattern): readonly number[] =>
  orders(layout, pattern, () => tighteningOrder({ layout, pattern }))

const hasMoved = (state: JobState, step: string, pass: number) =>
  state.boltsMoved.some(moved => moved.step === step && moved.pass === pass && !moved.overtaken)

/**
 * The number by which people call a bolt: its place in the order of the pattern, so that pulling is counting.
 *
 * @param bolt where it lies, counted from 0 through all joints of the kind
 * @example boltNumber(plan, 6) // 2 by a crosswise pattern of twelve
 */
export function boltNumber({ order, bolts }: Pick<TighteningPlan, 'order' | 'bolts'>, bolt: number): number {
  const place = bolt % bolts
  return bolt - place + order.indexOf(place) + 1
}

/** What the bench has chosen for the joint of a step, if anything. */
export const preparedAt = (state: JobState, step: string): JointPrepared | undefined =>
  lastOf(state.jointsPrepared, made => made.step === step)

/** Whether a pull is what its pass asks for. */
export const judgePull = ({ fromNm, toNm }: PlannedPass, torqueNm: number): PullVerdict =>
  torqueNm < fromNm - 1e-9 ? 'under' : torqueNm > toNm + 1e-9 ? 'over' : 'in'

/** A bolt in a pass. */
export interface BoltStand { bolt: number, pull: BoltPulled | undefined, verdict: PullVerdict | undefined, times: number }

export interface PassStand extends PlannedPass {
  index: number
  /** Written down as a whole, with one tap. */
  finished: PassFinished | undefined
  bolts: readonly BoltStand[]
  isDone: boolean
}

/** What a step still owes for its joint, in the order in which it is done. */
export type TighteningNeed = { kind: 'prepare' | 'sign' | 'lock' } | { kind: 'pass', pass: number }

export interface TighteningStand {
  plan: TighteningPlan
  prepared: JointPrepared | undefined
  passes: readonly PassStand[]
  needs: readonly TighteningNeed[]
}

/** True where another step has brought the joint to its whole torque already: a gasket that has settled is gone over once more. */
export function isRetightening(sheet: Sheet, state: JobState, step: Step): boolean {
  if (step.tightens === undefined) return false
  const joint = jointOf(sheet, step.tightens)
  const isWhole = (other: Step) => other.tightens === joint.key && !isSnugAt(joint, other)
  return isWhole(step) && sheet.steps.some(other => other.key !== step.key && isWhole(other) && state.done[other.key] !== undefined)
}

/**
 * When a joint was last pulled, at whatever step: a gasket settles with the hours, and a retightening counts from here.
 *
 * @example lastPulledAt(sheet, state, 'head-joint') // '2026-05-04T08:00:00.000Z'
 */
export function lastPulledAt(sheet: Sheet, state: JobState, joint: string): string | undefined {
  const steps = new Set(sheet.steps.filter(step => step.tightens === joint).map(step => step.key))
  return [...state.boltPulls, ...state.passesFinished].filter(({ step, overtaken }) => steps.has(step) && !overtaken)
    .map(({ at }) => at).sort().at(-1)
}

/** Which bolt is the next of a pass, by its number in the whole joint; undefined when none is left. */
export function nextBolt({ order, bolts }: TighteningPlan, pass: PassStand): number | undefined {
  if (pass.isDone) return undefined
  for (let set = 0; set * bolts < pass.bolts.length; set++) {
    const left = order.find(place => pass.bolts[set * bolts + place]!.verdict !== 'in')
    if (left !== undefined) return set * bolts + left
  }
  return undefined
}

/**
 * How far the tightening of a step has come, by the log.
 *
 * @returns null where `tighteningPlan` is
 * @example tighteningStand(sheet, state, step)?.needs[0]
 */
export function tighteningStand(sheet: Sheet, state: JobState, step: Step): TighteningStand | null {
  if (step.tightens === undefined) return null
  let known = STANDS.get(state)
  if (!known) STANDS.set(state, known = new Map())
  const before = known.get(step.key)
  if (before?.sheet === sheet) return before.stand
  const stand = standOf(sheet, state, step)
  known.set(step.key, { sheet, stand })
  return stand
}

/** A state is never changed, so what was worked out of it stays true. */
const STANDS = new WeakMap<JobState, Map<string, { sheet: Sheet, stand: TighteningStand | null }>>()

function standOf(sheet: Sheet, state: JobState, step: Step): TighteningStand | null {
  const plan = tighteningPlan(sheet, state, step)
  if (!plan) return null
  const here = <T extends { step: string, overtaken?: string }>(list: readonly T[]) =>
    list.filter(entry => entry.step === step.key && !entry.overtaken)
  const [pulls, finished] = [here(state.boltPulls), here(state.passesFinished)]
  const passes = plan.passes.map((pass, index): PassStand => {
    const untouched = { pull: undefined, verdict: undefined, times: 0 }
    const bolts = Array.from({ length: plan.joint.count }, (_, bolt): BoltStand => ({ bolt, ...untouched }))
    for (const pull of pulls) {
      const at = bolts[pull.bolt]
      if (pull.pass === index && at) Object.assign(at, { pull, verdict: judgePull(pass, pull.torqueNm), times: at.times + 1 })
    }
    const whole = finished.findLast(entry => entry.pass === index)
    // A pass written down as a whole stands for every bolt that was not pulled by itself; one pulled wrongly stays wrong.
    const isDone = bolts.every(({ verdict }) => verdict === 'in' || (verdict === undefined && whole !== undefined))
    return { ...pass, index, finished: whole, bolts, isDone }
  })
  const prepared = preparedAt(state, step.key)
  const signed = prepared && state.targetsSigned[step.key]?.prepared === prepared.event
  const needs: TighteningNeed[] = []
  if (!prepared && owesPreparing(plan)) needs.push({ kind: 'prepare' })
  if (plan.targetNm !== plan.sheetTargetNm && !signed) needs.push({ kind: 'sign' })
  for (const { index, isDone } of passes) if (!isDone) needs.push({ kind: 'pass', pass: index })
  if (plan.lock && !here(state.locksPut).length) needs.push({ kind: 'lock' })
  return { plan, prepared, passes, needs }
}

/** Threads that have to be made ready and said to be: blind holes blown dry, what is brushed or dripped on, clean and new. */
const owesPreparing = ({ joint, isSnug, lubricant }: TighteningPlan): boolean =>
  !isSnug && (joint.blind === true || lubricant === 'thread lock' || lubricant === 'anti-seize')

/** What is wrong with the wrench of a pull, in sentences; none when it suits. It warns, and stands in the record. */
export function wrenchFaults({ torqueNm, wrench }: { torqueNm: number, wrench?: PassFinished['wrench'] }, at: string): string[] {
  if (!wrench) return []
  const { tag, fullScaleNm, fromNm, calibratedUntil, unknown } = wrench
  const faults = unknown ? [`${tag} is in no register.`] : []
  if (!coversCalibration(calibratedUntil, at)) faults.push(`The calibration of ${tag} ended on ${calibratedUntil}.`)
  const range = wrenchSuits(torqueNm, fullScaleNm, fromNm)
  return range ? [...faults, `${tag}: ${range}`] : faults
}
