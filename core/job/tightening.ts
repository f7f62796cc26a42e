import { isMeasuring, refusedPattern, TIGHTENING_TOOLS, type TighteningPattern, type TighteningTool } from '../fastening'
import { toDigits } from '../numbers'
import { jointOf, stepName, stepOf } from '../sheet'
import { isDone } from '../teardown'
import { askReason, missingFirst, refuse, type Refusal } from './refusal'
import type { Overtaken, Stamp } from './stamp'
import { intoList, intoRegister, type JudgedJob, type Subject } from './subject'
import { slackenedAt } from './slackening'
import { boltNumber, judgePull, nextBolt, preparedAt, tighteningStand, type TighteningNeed, type TighteningStand } from './tightening-plan'
import { waitFirst } from './waits'

/** A tool that measures what it pulls, as the register has it. */
export interface WrenchUsed { tag: string, fromNm: number, fullScaleNm: number, calibratedUntil: string, unknown?: true }

interface ByTool { tool: TighteningTool, wrench?: WrenchUsed }

export interface TighteningEvents {
  /** How the joint of a step is met: threads made ready, and what was chosen otherwise than the sheet says. */
  'joint-prepared': {
    step: string
    pattern?: TighteningPattern
    lubricant?: string
    faceLubricant?: string
    bolts?: 'new' | 'reused'
    /** Turns by hand until a screw of a blind hole sat. */
    turns?: number
    reason?: string
  }
  /** A lead stands for the target that another lubricant asks for. */
  'target-signed': { step: string, prepared: string }
  /** One bolt pulled; `pass` and `bolt` count from 0. */
  'bolt-pulled': { step: string, pass: number, bolt: number, torqueNm: number, reason?: string } & ByTool
  /** A whole pass, told with one tap. */
  'pass-finished': { step: string, pass: number, torqueNm: number, count: number } & ByTool
  /** A bolt that turned before its torque came: settled in a last round, or a witness line that no longer meets. */
  'bolt-moved': { step: string, pass: number, bolt: number, angleDeg?: number }
  /** New locks are on, or bent over. */
  'lock-put': { step: string, count: number }
  /** All fasteners of what comes off are let go by a little, and the joint was seen open. */
  'joint-eased': { step: string, joint: string }
}

type Entry<T extends keyof TighteningEvents> = Stamp & Overtaken & TighteningEvents[T]
export type JointPrepared = Entry<'joint-prepared'>
export type BoltPulled = Entry<'bolt-pulled'>
export type PassFinished = Entry<'pass-finished'>
export type BoltMoved = Entry<'bolt-moved'>

export interface TighteningState {
  jointsPrepared: JointPrepared[]
  targetsSigned: Record<string, Stamp & { prepared: string }>
  boltPulls: BoltPulled[]
  passesFinished: PassFinished[]
  boltsMoved: BoltMoved[]
  locksPut: Entry<'lock-put'>[]
  jointsEased: Entry<'joint-eased'>[]
}

/** `easing`: what comes off is let go evenly first. */
export type TighteningDuty = { kind: 'tightening', joint: string } | { kind: 'easing', joint: string }

/** Bolts pulled by pattern and passes, and let go again. */
export const tightening: Subject<TighteningEvents, TighteningState, TighteningDuty> = {
  empty: () => ({ jointsPrepared: [], targetsSigned: {}, boltPulls: [], passesFinished: [], boltsMoved: [], locksPut: [],
    jointsEased: [] }),
  events: {
    'joint-prepared': {
      name: 'Joint made ready',
      right: 'job:work',
      ...intoList('jointsPrepared'),
      guard: (job, { step: key, pattern, lubricant, reason }) => atWork(job, key, ({ plan, passes }) => {
        const senseless = pattern && refusedPattern(plan.joint.layout!, pattern)
        if (senseless) return refuse('pattern.senseless', senseless)
        const pulled = passes.some(pass => pass.finished || pass.bolts.some(({ pull }) => pull))
        const [was, wet] = [preparedAt(job.state, key), plan.joint.lubricant.kind]
        const another = (pattern ?? plan.pattern) !== plan.pattern || (lubricant ?? plan.lubricant) !== plan.lubricant
        if (pulled && another)
          return refuse('tightening.under-way', 'Bolts of it are pulled already: take those pulls back, or slacken all and go back to the step.')
        const departs = (pattern && pattern !== (plan.joint.pattern ?? plan.pattern)) || (lubricant && wet && lubricant !== wet)
        return departs && !reason && !was?.reason ? askReason('tightening.departs', 'The sheet says it otherwise. Say why.') : null
      }),
    },
    'target-signed': {
      name: 'Another target',
      right: 'hold:release',
      ...intoRegister('targetsSigned', 'step'),
      guard: (job, { step: key, prepared }) => atWork(job, key, ({ plan, prepared: made }) => {
        if (plan.targetNm === plan.sheetTargetNm)
          return refuse('tightening.no-other-target', 'The target is the one of the sheet; nobody has to stand for it.')
        return made?.event === prepared ? null : refuse('tightening.changed-since', 'The joint was made ready otherwise since. Look again.')
      }),
    },
    'bolt-pulled': {
      name: 'Pull',
      right: 'job:work',
      ...intoList('boltPulls'),
      guard: (job, { step: key, pass, bolt, torqueNm, tool, reason }, { happenedAt }) => atWork(job, key, (stand) => {
        const refused = mayPull(job, key, stand, { pass, torqueNm, tool, happenedAt })
        if (refused) return refused
        const { plan } = stand
        const now = stand.passes[pass]!
        if (!now.bolts[bolt])
          return refuse('tightening.no-bolt', `${plan.joint.name} has ${plan.joint.count} bolts; there is no number ${bolt + 1}.`)
        // A pull that was wrong may be made again at once; anything else out of turn wants its reason.
        const next = nextBolt(plan, now)
        const again = now.bolts[bolt].verdict !== undefined && now.bolts[bolt].verdict !== 'in'
        if (next === undefined || bolt === next || again || reason) return null
        return askReason('tightening.order', now.bolts[bolt].pull
          ? `Bolt ${boltNumber(plan, bolt)} is pulled in this pass already; next is ${boltNumber(plan, next)}. Say why it is pulled twice.`
          : `By the pattern bolt ${boltNumber(plan, next)} comes next, not ${boltNumber(plan, bolt)}. Say why.`)
      }),
    },
    'pass-finished': {
      name: 'Pass finished',
      right: 'job:work',
      ...intoList('passesFinished'),
      guard: (job, { step: key, pass, torqueNm, count, tool }, { happenedAt }) => atWork(job, key, (stand) => {
        const refused = mayPull(job, key, stand, { pass, torqueNm, tool, happenedAt })
        if (refused) return refused
        const { plan } = stand
        const now = stand.passes[pass]!
        if (plan.each)
          return refuse('tightening.each', `The sheet asks for every pull of ${plan.joint.name}: write them down bolt by bolt.`)
        if (count !== plan.joint.count)
          return refuse('tightening.count', `${plan.joint.name} has ${plan.joint.count} bolts; ${count} were told.`)
        const verdict = judgePull(now, torqueNm)
        if (verdict !== 'in')
          return refuse('tightening.torque',
            `Pass ${pass + 1} goes to ${say(now.fromNm)} to ${say(now.toNm)} N·m; ${say(torqueNm)} N·m is ${verdict}.`)
        const wrong = now.bolts.find(({ verdict: one }) => one === 'under' || one === 'over')
        return wrong
          ? refuse('tightening.bolt-wrong',
              `Bolt ${boltNumber(plan, wrong.bolt)} was ${wrong.verdict}: put it right first.`)
          : null
      }),
    },
    'bolt-moved': {
      name: 'Bolt moved',
      right: 'job:work',
      ...intoList('boltsMoved'),
      guard: (job, { step: key, pass, bolt }) => atWork(job, key, ({ plan, passes }) => {
        if (!passes[pass] || bolt >= plan.joint.count) return refuse('tightening.no-bolt', 'There is no such bolt in such a pass.')
        return passes[pass].share < 1
          ? refuse('tightening.rising',
              'On the way up every bolt moves. This is for the round at the full torque.')
          : null
      }),
    },
    'lock-put': {
      name: 'Locks on',
      right: 'job:work',
      ...intoList('locksPut'),
      guard: (job, { step: key, count }) => atWork(job, key, ({ plan, needs }) => {
        if (!plan.lock) return refuse('tightening.no-lock', `${plan.joint.name} has no lock that is put on after its last pull.`)
        const [first] = needs
        if (first && first.kind !== 'lock') return refuse('tightening.lock-early', 'Locks go on when the last pull is made.')
        return count === plan.joint.count
          ? null
          : refuse('tightening.count',
              `${plan.joint.name} has ${plan.joint.count}; ${count} were told.`)
      }),
    },
    'joint-eased': {
      name: 'Eased',
      right: 'job:work',
      ...intoList('jointsEased'),
      guard: ({ sheet, state }, { step: key, joint }, { happenedAt }) => {
        const step = stepOf(sheet, key)
        if (!slackenedAt(sheet, step).some(one => one.joint.key === joint))
          return refuse('tightening.nothing-to-ease', `${stepName(sheet, step)} lets no such joint go.`)
        if (isDone(state, key)) return refuse('step.done-already', `${stepName(sheet, step)} is done.`)
        return missingFirst(sheet, state, step) ?? waitFirst(sheet, state, step, happenedAt)
      },
    },
  },
  duties: {
    tightening: {
      turn: 'tighten',
      asks: ['tightens'],
      of: (sheet, state, step) => {
        const stand = tighteningStand(sheet, state, step)
        return stand ? [{ duty: { kind: 'tightening', joint: stand.plan.joint.key }, met: stand.needs.length === 0 }] : []
      },
      say: ({ joint }, sheet) => `tighten ${jointOf(sheet, joint).name}`,
    },
    easing: {
      turn: 'work',
      asks: ['removes'],
      of: (sheet, state, step) => slackenedAt(sheet, step).map(({ joint: { key } }) => ({
        duty: { kind: 'easing', joint: key },
        met: state.jointsEased.some(eased => eased.step === step.key && eased.joint === key && !eased.overtaken),
      })),
      say: ({ joint }, sheet) => `ease ${jointOf(sheet, joint).name} evenly before any bolt is out`,
    },
  },
  blockers: () => [],
  reopens: ['targetsSigned'],
  overtakes: ({ keys }) => {
    const here = ({ step }: { step: string }) => keys.has(step)
    return { jointsPrepared: here, boltPulls: here, passesFinished: here, boltsMoved: here, locksPut: here, jointsEased: here }
  },
}

/** What every entry of a step that tightens asks first. */
function atWork({ sheet, state }: JudgedJob, key: string, rule: (stand: TighteningStand) => Refusal | null): Refusal | null {
  const step = stepOf(sheet, key)
  const stand = tighteningStand(sheet, state, step)
  if (!stand) return refuse('tightening.none', `${stepName(sheet, step)} tightens no joint that is laid out in its sheet.`)
  if (isDone(state, key)) return refuse('step.done-already', `${stepName(sheet, step)} is done. Go back to it to tighten again.`)
  return missingFirst(sheet, state, step) ?? rule(stand)
}

const FIRST: Readonly<Record<TighteningNeed['kind'], string>> = {
  prepare: 'make the threads ready', sign: 'a lead stands for the changed target', lock: '', pass: '',
}

/** Whether a bolt may be pulled in a pass with a tool; a gasket that settles, or a machine that cools, has its time first. */
function mayPull({ sheet, state, owed }: JudgedJob, key: string, { plan, passes, needs }: TighteningStand,
  { pass, torqueNm, tool, happenedAt }: { pass: number, torqueNm: number, tool: string, happenedAt: string }): Refusal | null {
  const now = passes[pass]
  if (!now) return refuse('tightening.no-pass', `${plan.joint.name} has ${passes.length} passes; there is no ${pass + 1}.`)
  if (!(torqueNm > 0 && Number.isFinite(torqueNm)))
    return refuse('tightening.torque', 'A torque is a number of newton metres greater than zero.')
  if (!TIGHTENING_TOOLS.includes(tool as TighteningTool)) return refuse('tightening.tool', `"${tool}" is no way to tighten.`)
  const [first] = needs
  if (first && FIRST[first.kind]) return refuse('tightening.first', `First: ${FIRST[first.kind]}.`)
  const unset = owed(stepOf(sheet, key), { only: ['setting'] })
  if (unset) return refuse('tightening.first', `First: ${unset}. Tightened now it would stand where it is.`)
  const waits = waitFirst(sheet, state, stepOf(sheet, key), happenedAt)
  if (waits) return waits
  const before = passes.find(({ index, isDone: done }) => index < pass && !done)
  if (before) return refuse('tightening.pass-early', `Pass ${before.index + 1} comes before pass ${pass + 1}.`)
  const later = passes.find(({ index, finished, bolts }) => index > pass && (finished || bolts.some(({ pull }) => pull)))
  // A pull that was taken back meanwhile is made up for: the bolt lacks it.
  if (later && now.isDone) return refuse('tightening.pass-over', `Pass ${later.index + 1} has begun: pass ${pass + 1} is over.`)
  if (now.share === 1 && plan.asksWrench && !isMeasuring(tool as TighteningTool))
    return refuse('tightening.wrench',
      `${stepName(sheet, stepOf(sheet, key))} asks for a torque wrench at the full torque; ${tool} only runs down.`)
  return null
}

const say = (torqueNm: number) => String(toDigits(torqueNm, 3))
