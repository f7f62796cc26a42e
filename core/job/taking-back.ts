import { stepName } from '../sheet'
import { accountOf } from './account'
import { restore } from './going-back'
import { refuse } from './refusal'
import type { Stamp } from './stamp'
import type { JobState } from './state'
import { STANDS_ALONE, type ListName, type RegisterName, type Subject } from './subject'

export interface TakingBackEvents {
  /** Takes an earlier event back; both stay in the log. */
  undone: { event: string }
}

type Home = ListName | RegisterName

/** What the subjects say of taking back. */
interface House {
  subjects: readonly Pick<Subject<object, object>, 'holdsFast'>[]
  /** Where the entries of an event stand; undefined for what leaves none. */
  homeOf: (type: string) => Home | undefined
  homes: ReadonlySet<Home>
}

/** Taking back: the entry of an event goes out of the state, unless something stands on it. */
export const takingBack = (house: () => House): Subject<TakingBackEvents, object> => ({
  ...STANDS_ALONE,
  empty: () => ({}),
  events: {
    undone: {
      name: 'Undo',
      fold: (state, _stamp, { event }, { typeOf }) => {
        const type = typeOf(event)
        const home = type && house().homeOf(type)
        for (const name of home ? [home] : house().homes) takeOut(state, name, event)
      },
      guard: (job, { event }) => {
        const { sheet, after, hanging, isStanding } = job
        if (!isStanding(event)) return refuse('undo.nothing', 'There is nothing to undo: it was taken back already, or never happened.')
        for (const { holdsFast } of house().subjects) {
          const refusal = holdsFast?.(job, event)
          if (refusal) return refusal
        }
        const left = after('undone', { event })
        const step = hanging(left)
        if (step) return refuse('undo.stood-on', `${stepName(sheet, step)} stands on it. Undo that step first.`)
        const wrong = accountOf(sheet, left).find(line => line.out < 0 || line.short > 0)
        return wrong
          ? refuse('undo.stood-on', `Then the account of ${wrong.part.name} would not balance: it went back, or was sent on, since.`)
          : null
      },
    },
  },
})

function takeOut(state: JobState, home: Home, event: string): void {
  const entries = state[home]
  if (!Array.isArray(entries)) {
    const register = entries as Record<string, Stamp>
    for (const key in register) if (register[key]!.event === event) Reflect.deleteProperty(register, key)
    return
  }
  const place = (entries as Stamp[]).findLastIndex(entry => entry.event === event)
  if (place < 0) return
  const [out] = entries.splice(place, 1)
  if (home === 'wentBack') restore(state, out as JobState['wentBack'][number])
}
