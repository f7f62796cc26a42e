import { stepName, stepOf, type Sheet, type Step, type TimerKind } from '../sheet'
import { isDone, sheetNow } from '../teardown'
import { refuse, type Refusal } from './refusal'
import type { Stamp } from './stamp'
import type { JobState } from './state'
import { intoRegister, STANDS_ALONE, type Subject } from './subject'

export interface WaitEvents {
  /** The step goes on before its time is up, and somebody stands for it. */
  'wait-cut': { step: string, reason: string }
}

export interface WaitState {
  waitsCut: Record<string, Stamp & { reason: string }>
}

/** Times that have to pass, and what was left unfinished on purpose. */
export const waits: Subject<WaitEvents, WaitState> = {
  ...STANDS_ALONE,
  empty: () => ({ waitsCut: {} }),
  events: {
    'wait-cut': {
      name: 'Wait cut short',
      right: 'job:work',
      ...intoRegister('waitsCut', 'step'),
      guard: ({ sheet, state }, { step: key }, { happenedAt }) => {
        const step = stepOf(sheet, key)
        if (isDone(state, key)) return refuse('step.done-already', `${stepName(sheet, step)} is done already.`)
        return runningWait(sheet, state, step, happenedAt)
          ? null
          : refuse('wait.none', `Nothing has to be waited for before ${stepName(sheet, step)}.`)
      },
    },
  },
  blockers: (sheet, state) =>
    debtsOf(sheet, state).map(({ text, step, paidBy }) => ({
      code: 'debt-open',
      step: paidBy.key,
      message: `Still owed since "${step.title}": ${text}.`,
    })),
}

/** A time that has to pass before a step. Runs by itself from the tick of the step it counts from. */
export interface Wait {
  step: Step
  for: TimerKind
  name: string
  minutes: number
  startedAt: string
  endsAt: string
  /** Somebody has signed that it is cut short. */
  cut: boolean
}

const MINUTE_MS = 60_000

/**
 * The waits of a step that have begun, by the ticks they count from. Whether one is over is for whoever has a clock to say.
 *
 * @example waitsOf(sheet, state, step).filter(wait => wait.endsAt > now)
 */
export function waitsOf(sheet: Sheet, state: JobState, step: Step): Wait[] {
  return (step.waits ?? []).flatMap(({ after, minutes, name, for: kind }) => {
    const started = state.done[after]
    if (!started) return []
    const endsAt = new Date(Date.parse(started.at) + minutes * MINUTE_MS).toISOString()
    return [{ step, for: kind, name, minutes, startedAt: started.at, endsAt, cut: Object.hasOwn(state.waitsCut, step.key) }]
  })
}

/** All waits that have begun and whose step is still to come, the one that ends first in front. */
export function timersOf(sheet: Sheet, state: JobState): Wait[] {
  return sheetNow(sheet, state).steps
    .filter(step => step.waits && !isDone(state, step.key))
    .flatMap(step => waitsOf(sheet, state, step))
    .sort((a, b) => a.endsAt.localeCompare(b.endsAt))
}

/** The wait that still runs before this step at that moment; undefined when none does or it was cut short. */
export const runningWait = (sheet: Sheet, state: JobState, step: Step, now: string): Wait | undefined =>
  waitsOf(sheet, state, step).find(wait => !wait.cut && Date.parse(wait.endsAt) > Date.parse(now))

/** The refusal of whatever may not begin while a time before the step still runs. */
export function waitFirst(sheet: Sheet, state: JobState, step: Step, now: string): Refusal | null {
  const wait = runningWait(sheet, state, step, now)
  return wait
    ? refuse('step.waits', `${wait.name}: ${wait.minutes} min have to pass first. Starting early needs a signed reason.`)
    : null
}

export interface Debt {
  text: string
  step: Step
  paidBy: Step
}

/** What was left unfinished on purpose and has not been made good: snug now, final torque later. */
export function debtsOf(sheet: Sheet, state: JobState): Debt[] {
  return sheetNow(sheet, state).steps.filter(step => isDone(state, step.key)).flatMap(step => (step.owes ?? [])
    .filter(debt => !isDone(state, debt.paidBy))
    .map(debt => ({ text: debt.text, step, paidBy: stepOf(sheet, debt.paidBy) })))
}
