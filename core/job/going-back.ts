import { keptBy } from '../kept-by'
import { stepName, stepOf, type Sheet } from '../sheet'
import { aboveFrom, isDone, reopenedBy, sheetNow } from '../teardown'
import { refuse } from './refusal'
import type { Overtaken, Stamp } from './stamp'
import type { JobState } from './state'
import { STANDS_ALONE, type Reach, type RegisterName, type Subject } from './subject'

export interface GoingBackEvents {
  /** The work goes back to a step: it and everything above it is open again. */
  'gone-back': { step: string, reason: string }
}

export interface WentBack extends Stamp {
  step: string
  reason: string
  /** What was ticked, released … before and is open again, by register and step. */
  reopened: Record<string, Record<string, Stamp>>
}
export interface GoingBackState {
  wentBack: WentBack[]
}

/** What the subjects say of going back. */
type Subjects = readonly Pick<Subject<object, object>, 'reopens' | 'overtakes'>[]

/** Going back to a step. What belongs to it, or to one above it that was begun, is to be done anew; the subjects say what that is. */
export const goingBack = (subjects: () => Subjects): Subject<GoingBackEvents, GoingBackState> => ({
  ...STANDS_ALONE,
  empty: () => ({ wentBack: [] }),
  events: {
    'gone-back': {
      name: 'Going back',
      right: 'job:work',
      home: 'wentBack',
      fold: (state, stamp, { step, reason }, { sheet }) => {
        const back: WentBack = { ...stamp, step, reason, reopened: {} }
        const { steps, keys } = stepsFrom(sheet, state, step)
        for (const register of subjects().flatMap(subject => subject.reopens)) back.reopened[register] = takeOut(state[register], keys)
        for (const subject of subjects()) overtake(state, back.event, subject.overtakes({ sheet, state, steps, keys }))
        state.wentBack.push(back)
      },
      undo: (state, back) => restore(state, back as WentBack),
      guard: ({ sheet, state }, { step: key }) => {
        const step = stepOf(sheet, key)
        if (step.limb === 'off')
          return refuse(
            'back.down',
            `${stepName(sheet, step)} lies on the way down. Go back to a step of the floor or the way up, or undo.`,
          )
        return reopenedBy(sheet, state, step).length
          ? null
          : refuse('back.not-done', `${stepName(sheet, step)} is not done, so there is nothing to go back to.`)
      },
    },
  },
  holdsFast: ({ state, after, hanging }, event) => {
    const back = state.wentBack.find(entry => entry.event === event)
    if (!back) return null
    const hasGoneOn = Object.keys(back.reopened.done ?? {}).some(key => isDone(state, key)) || hanging(after('undone', { event }))
    return hasGoneOn ? refuse('undo.stood-on', 'The work has gone on since. Tick the steps again instead.') : null
  },
})

// It follows from the sheet alone, so it is worked out once a sheet and step.
const known = keptBy<Sheet, string, Pick<Reach, 'steps' | 'keys'>>()

function stepsFrom(sheet: Sheet, state: JobState, key: string): Pick<Reach, 'steps' | 'keys'> {
  return known(sheetNow(sheet, state), key, () => {
    const steps = aboveFrom(sheet, state, stepOf(sheet, key))
    return { steps, keys: new Set(steps.map(step => step.key)) }
  })
}

/** Takes the entries of steps out of a register and gives them back. */
export function takeOut(register: Record<string, Stamp>, keys: ReadonlySet<string>): Record<string, Stamp> {
  const out: Record<string, Stamp> = {}
  for (const key of Object.keys(register)) {
    if (!keys.has(key)) continue
    out[key] = register[key]!
    Reflect.deleteProperty(register, key)
  }
  return out
}

type Overtakable = Stamp & Overtaken

/** Says of what counts no more by which event. */
export function overtake(state: JobState, event: string, overtaking: object): void {
  for (const [name, isOvertaken] of Object.entries(overtaking) as [keyof JobState, (entry: Overtakable) => boolean][]) {
    const list = state[name] as Overtakable[]
    for (const [i, entry] of list.entries()) if (!entry.overtaken && isOvertaken(entry)) list[i] = { ...entry, overtaken: event }
  }
}

/** Puts back what a going back had opened again. */
function restore(state: JobState, back: WentBack): void {
  for (const [register, entries] of Object.entries(back.reopened)) Object.assign(state[register as RegisterName], entries)
  for (const list of Object.values(state) as unknown[]) {
    if (!Array.isArray(list)) continue
    for (const [i, entry] of (list as Overtakable[]).entries()) {
      if (entry.overtaken !== back.event) continue
      const { overtaken: _overtaken, ...rest } = entry
      list[i] = rest
    }
  }
}
