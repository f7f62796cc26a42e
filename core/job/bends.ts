import {
  bentSheet, isGrownKey, partOf, positionOf, stepName, stepOf, type Bend, type Joint, type Part, type Sheet, type Step,
} from '../sheet'
import { isDone } from '../teardown'
import type { Verdict } from '../metrology'
import { assessTaken } from './assess-taken'
import type { ReadingTaken } from './readings'
import { refuse, type Refusal } from './refusal'
import type { Stamp } from './stamp'
import type { JobState } from './state'
import { intoRegister, STANDS_ALONE, type Guard, type Subject } from './subject'

interface Bent { source: string }

export interface BendEvents {
  /** The limits of a position are others on this machine; null is none. */
  'limit-bent': Bent & { position: string, lower: number | null, upper: number | null }
  'joint-bent': Bent & { joint: string, torqueNm: Joint['torqueNm'] }
  /** So many pieces come out and go back at the rung of this step. */
  'count-bent': Bent & { step: string, part: string, count: number }
  /** This machine has a part that its sheet does not know. */
  'part-added': Bent & { added: Part }
  /** How far a figure reaches: this job alone, the next jobs of this unit, or, as a proposal, all machines of the kind. */
  'reach-said': { bend: string, reach: BendReach, note?: string }
}

export const BEND_REACHES = ['job', 'unit', 'kind'] as const
export type BendReach = (typeof BEND_REACHES)[number]
export interface BendMade extends Stamp { bend: Bend, source: string }
export interface ReachSaid extends Stamp { reach: BendReach, note?: string }
export interface BendState {
  bends: BendMade[]
  /** By the event of the bend. */
  reaches: Record<string, ReachSaid>
}

/** Written down by whoever stands for it, with where the figure is written. */
const bendEvent = <B extends Bent>(name: string, bendOf: (body: B) => Bend, guard: Guard<B>) => ({
  name,
  home: 'bends' as const,
  right: 'hold:release' as const,
  writes: ['bends' as const],
  fold: (state: JobState, stamp: Stamp, body: B): void => { state.bends.push({ ...stamp, bend: bendOf(body), source: body.source }) },
  guard,
})

/** Figures of the sheet that are others on this machine, by the word of a lead or an engineer. */
export const bends: Subject<BendEvents, BendState> = {
  ...STANDS_ALONE,
  empty: () => ({ bends: [], reaches: {} }),
  events: {
    'limit-bent': bendEvent('Limit of this machine', ({ position, lower, upper }) => ({ of: 'limit', position, lower, upper }),
      ({ sheet }, { position: key, lower, upper }) => {
        const { name, limits } = positionOf(sheet, key)
        if (lower === null && upper === null) return refuse('bend.no-limit', `${name} keeps a limit on one side at least.`)
        if (lower !== null && upper !== null && lower > upper)
          return refuse('bend.limits', `The lower limit of ${name} lies above the upper one.`)
        return (limits.lower ?? null) === lower && (limits.upper ?? null) === upper
          ? refuse('bend.same', `The limits of ${name} are so already.`)
          : null
      }),
    'joint-bent': bendEvent('Torque of this machine', ({ joint, torqueNm }) => ({ of: 'joint', joint, torqueNm }),
      ({ sheet, state }, { joint: key, torqueNm: { aim, from = aim, to = aim } }) => {
        const joint = sheet.joints.find(one => one.key === key)
        if (!joint) return refuse('job.unknown-reference', `The sheet of this job has no joint "${key}".`)
        if (from > aim || aim > to) return refuse('bend.torque', `The torque of ${joint.name} lies outside its own range.`)
        if (joint.snug && joint.snug.torqueNm >= aim)
          return refuse('bend.torque', `${joint.name} is snug at ${joint.snug.torqueNm} N·m already.`)
        return begun(sheet, state, key)
      }),
    'count-bent': bendEvent('Count of this machine', ({ step, part, count }) => ({ of: 'count', step, part, count }),
      ({ sheet, state }, { step: key, part, count }) => {
        const step = stepOf(sheet, key)
        const piece = [...step.removes ?? [], ...step.refits ?? []].find(one => one.part === part)
        const { name } = partOf(sheet, part)
        if (!piece) return refuse('count.other-part', `${name} is not moved by ${stepName(sheet, step)}.`)
        if (piece.count === count) return refuse('bend.same', `${stepName(sheet, step)} moves ${count} of them already.`)
        const isMeant = (one: Step) => one === step || (step.rung !== undefined && one.rung === step.rung)
        const done = sheet.steps.find(one => isMeant(one) && isDone(state, one.key))
        return done ? refuse('bend.done', `${stepName(sheet, done)} is done. Take that tick back first, or write down a departure.`) : null
      }),
    'part-added': bendEvent('Part of this machine', ({ added }) => ({ of: 'part', part: added }), ({ sheet }, { added }) => {
      const { key, name, on } = added
      if (!isGrownKey(key) || !key.startsWith('part-')) return refuse('growth.key', `"${key}" is no key of a part that was made at a bench.`)
      if (sheet.parts.some(one => one.key === key)) return refuse('growth.key-used', `${name} is there already.`)
      if (added.when ?? added.variants) return refuse('growth.of-the-sheet', `${name} depends on options.`)
      return on === undefined || sheet.parts.some(one => one.key === on)
        ? null
        : refuse('job.unknown-reference', `The sheet of this job has no part "${on}".`)
    }),
    'reach-said': {
      name: 'Reach of a figure',
      right: 'job:work',
      ...intoRegister('reaches', 'bend'),
      guard: ({ state }, { bend, reach }) => {
        if (!state.bends.some(one => one.event === bend)) return refuse('reach.no-bend', 'That figure does not stand.')
        return state.reaches[bend]?.reach === reach ? refuse('reach.same', 'That is said already.') : null
      },
    },
  },
}

/** A torque is another before the first bolt is pulled, or not. */
function begun(sheet: Sheet, state: JobState, joint: string): Refusal | null {
  const step = sheet.steps.find(one => one.tightens === joint
    && (isDone(state, one.key) || [...state.boltPulls, ...state.passesFinished].some(pull => !pull.overtaken && pull.step === one.key)))
  return step ? refuse('bend.under-way', `${stepName(sheet, step)} is begun: go back to it before its torque becomes another.`) : null
}

/**
 * What a bend is about, as the sheet calls it; its key where the sheet has it no more.
 *
 * @example bendName(sheet, { of: 'limit', position: 'end-float', lower: null, upper: 0.4 }) // 'End float'
 */
export function bendName({ positions, joints, parts }: Pick<Sheet, 'positions' | 'joints' | 'parts'>, bend: Bend): string {
  if (bend.of === 'part') return bend.part.name
  const [list, key] = bend.of === 'limit' ? [positions, bend.position] : bend.of === 'joint' ? [joints, bend.joint] : [parts, bend.part]
  return (list as readonly { key: string, name: string }[]).find(one => one.key === key)?.name ?? key
}

/** A bend as it is told: what was, what is, and the readings that it judges otherwise. */
export interface BendLine {
  made: BendMade
  name: string
  judged: { reading: ReadingTaken, was: Verdict, is: Verdict }[]
}

/**
 * The bends of a job in their order, each with the readings that stand and were taken before it, and their verdict by the figures before it
 * and by its own.
 *
 * @param plain the sheet as it stands without any bend
 * @example bendsOf(plain, state).flatMap(line => line.judged).filter(({ was, is }) => was !== is)
 */
export function bendsOf(plain: Sheet, state: JobState): BendLine[] {
  return state.bends.map((made, i) => {
    const sheetAfter = (bends: number) => bentSheet(plain, state.bends.slice(0, bends).map(one => one.bend))
    const [before, after] = [sheetAfter(i), sheetAfter(i + 1)]
    const { bend } = made
    const taken = bend.of === 'limit'
      ? state.readings.filter(reading => !reading.overtaken && reading.position === bend.position && reading.n < made.n)
      : []
    const verdictBy = (sheet: Sheet, reading: ReadingTaken) => assessTaken(sheet, state, reading).verdict
    return {
      made,
      name: bendName(before, bend),
      judged: taken.map(reading => ({ reading, was: verdictBy(before, reading), is: verdictBy(after, reading) })),
    }
  })
}
