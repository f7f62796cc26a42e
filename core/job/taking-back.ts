import { stepName } from '../sheet'
import { accountOf } from './account'
import { refuse } from './refusal'
import type { Stamp } from './stamp'
import type { JobState } from './state'
import { STANDS_ALONE, type EventRule, type ListName, type RegisterName, type Subject } from './subject'

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
  /** What else changes when an entry that stands there is taken out. */
  undoAt: (home: Home) => EventRule<never>['undo']
}

/** Taking back: the entry of an event goes out of the state, unless something stands on it. */
export const takingBack = (house: () => House): Subject<TakingBackEvents, object> => ({
  ...STANDS_ALONE,
  empty: () => ({}),
  events: {
    undone: {
      name: 'Undo',
      fold: (state, _stamp, { event }, { typeOf }) => {
        const { homeOf, homes, undoAt } = house()
        const type = typeOf(event)
        const home = type && homeOf(type)
        for (const name of home ? [home] : homes) for (const entry of takeOut(state, name, event)) undoAt(name)?.(state, entry)
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

/** Takes the entry of that event out, and gives it; several where one event stands under several names. */
function takeOut(state: JobState, home: Home, event: string): Stamp[] {
  const entries = state[home]
  if (Array.isArray(entries)) {
    const place = (entries as Stamp[]).findLastIndex(entry => entry.event === event)
    return place < 0 ? [] : entries.splice(place, 1)
  }
  const register = entries as Record<string, Stamp>
  return Object.keys(register).filter(key => register[key]!.event === event).map((key) => {
    const entry = register[key]!
    Reflect.deleteProperty(register, key)
    return entry
  })
}
