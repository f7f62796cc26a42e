import { stepName, stepOf } from '../sheet'
import { isDone } from '../teardown'
import { missingFirst, refuse } from './refusal'
import type { Stamp } from './stamp'
import type { JobState } from './state'
import { intoRegister, type Subject } from './subject'

export interface HoldEvents {
  'hold-released': { step: string }
}

export interface HoldState {
  released: Record<string, Stamp>
}

export interface HoldDuty { kind: 'hold', text: string }

/** Released at the bench, or done before a newer revision held it: whoever took that over stands for it. */
const isReleased = (state: JobState, step: string): boolean =>
  Object.hasOwn(state.released, step) || (isDone(state, step) && state.takenOver.some(({ past }) => past.includes(step)))

/** Hold points: what a second person confirms before a step is ticked. */
export const holds: Subject<HoldEvents, HoldState, HoldDuty> = {
  empty: () => ({ released: {} }),
  events: {
    'hold-released': {
      name: 'Release',
      right: 'hold:release',
      ...intoRegister('released', 'step'),
      guard: ({ sheet, state, owed }, { step: key }) => {
        const step = stepOf(sheet, key)
        if (!step.hold) return refuse('hold.none', `There is no hold point at ${stepName(sheet, step)}.`)
        const released = state.released[key]
        if (released) return refuse('hold.released-already', `${released.by} has released this hold point already.`)
        const before = owed(step, { except: ['hold'] })
        return missingFirst(sheet, state, step) ?? (before ? refuse('hold.too-early', `Before the release: ${before}.`) : null)
      },
    },
  },
  duties: {
    hold: {
      turn: 'confirm',
      asks: ['hold'],
      evenDeparted: true,
      of: (_sheet, state, { key, hold: text }) => text ? [{ duty: { kind: 'hold', text }, met: isReleased(state, key) }] : [],
      say: () => 'a second person releases the hold point',
    },
  },
  blockers: (sheet, state, document) => sheet.steps.filter(step => step.hold && !isReleased(state, step.key))
    .map(step => ({ code: 'hold-unreleased', step: step.key, message: `The hold point at ${stepName(document, step)} is not released.` })),
  reopens: ['released'],
  overtakes: () => ({}),
}
