import { stepName, stepOf } from '../sheet'
import { isDone } from '../teardown'
import { missingFirst, refuse } from './refusal'
import { lastOf, type Overtaken, type Stamp } from './stamp'
import type { JobState } from './state'
import { intoList, STANDS_ALONE, type Subject } from './subject'

/** The answer of a hand check that is as the sheet expects. */
export const AS_IT_SHOULD = 'as-it-should'

export interface HandCheckEvents {
  'hand-checked': { step: string, check: string, answer: string }
}

export interface HandChecked extends Stamp, Overtaken { step: string, check: string, answer: string }
export interface HandCheckState {
  handChecks: HandChecked[]
}

export interface HandCheckDuty { kind: 'hand check', check: string }

/** What the hands last said at a check of a step. */
export const handCheckOf = (state: JobState, step: string, check: string) =>
  lastOf(state.handChecks, h => h.step === step && h.check === check)

/** What the hands should feel, and what they did feel. */
export const handChecks: Subject<HandCheckEvents, HandCheckState, HandCheckDuty> = {
  ...STANDS_ALONE,
  empty: () => ({ handChecks: [] }),
  events: {
    'hand-checked': {
      name: 'Hand check',
      right: 'job:work',
      ...intoList('handChecks'),
      guard: ({ sheet, state }, { step: key, check, answer }) => {
        const step = stepOf(sheet, key)
        const asked = step.feels?.find(candidate => candidate.key === check)
        if (!asked) return refuse('hand-check.unknown', `${stepName(sheet, step)} has no such hand check.`)
        const isKnown = answer === AS_IT_SHOULD || asked.wrong.some(wrong => wrong.key === answer)
        if (!isKnown) return refuse('hand-check.unknown-answer', `"${asked.expect}" has no answer "${answer}".`)
        if (isDone(state, key)) return refuse('step.done-already', `${stepName(sheet, step)} is done. Go back to it to check again.`)
        return missingFirst(sheet, state, step)
      },
    },
  },
  duties: {
    'hand check': {
      turn: 'feel',
      asks: ['feels'],
      of: (_sheet, state, { key: step, feels = [] }) =>
        feels.map(({ key }) => ({ duty: { kind: 'hand check', check: key }, met: handCheckOf(state, step, key)?.answer === AS_IT_SHOULD })),
      say: ({ check }, _sheet, step) => `hand check: ${step.feels?.find(asked => asked.key === check)?.expect ?? check}`,
    },
  },
  overtakes: ({ keys }) => ({ handChecks: ({ step }) => keys.has(step) }),
}
