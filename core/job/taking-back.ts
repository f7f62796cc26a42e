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
      right: 'job:work',
      fold: (state, _stamp, { event }, { typeOf }) => {
        const { homeOf, homes, undoAt } = house()
        const type = typeOf(event)
        const home = type && homeOf(type)
        const out = (names: Iterable<Home>, isMeant: (entry: Stamp) => boolean, most?: number) =>
          [...names].flatMap(name => takeOut(state, name, isMeant, most).map(entry => ({ name, entry })))
        const taken = out(home ? [home] : homes, entry => entry.event === event, 1)
        const deed = taken[0]?.entry.deed
        if (deed !== undefined) taken.push(...out(homes, entry => entry.deed === deed))
        for (const { name, entry } of taken) undoAt(name)?.(state, entry)
      },
      guard: (job, { event }) => {
        const { sheet, after, hanging, isStanding } = job
        if (!isStanding(event)) return refuse('undo.nothing', 'There is nothing to undo: it was taken back already, or never happened.')
        const together = job.eventsOfDeed(event)
        for (const { holdsFast } of house().subjects) {
          for (const one of together) {
            const refusal = holdsFast?.(job, one)
            if (refusal) return refusal
          }
        }
        const left = after('undone', { event })
        const step = hanging(left)
        if (step) return refuse('undo.stood-on', `${stepName(sheet, step)} stands on it. Undo that step first.`)
        const wrong = accountOf(job.sheetOf(left), left).find(line => line.out < 0 || line.short > 0)
        return wrong
          ? refuse('undo.stood-on', `Then the account of ${wrong.part.name} would not balance: it went back, or was sent on, since.`)
          : null
      },
    },
  },
})

/** Takes the entries that are meant out, and gives them; of a list so many at most. */
function takeOut(state: JobState, home: Home, isMeant: (entry: Stamp) => boolean, most = Infinity): Stamp[] {
  const entries = state[home]
  if (Array.isArray(entries)) {
    const out: Stamp[] = []
    // From behind: what is taken back is most often young.
    for (let place = entries.length - 1; place >= 0 && out.length < most; place--)
      if (isMeant(entries[place] as Stamp)) out.push(...(entries as Stamp[]).splice(place, 1))
    return out
  }
  const register = entries as Record<string, Stamp>
  return Object.keys(register).filter(key => isMeant(register[key]!)).map((key) => {
    const entry = register[key]!
    Reflect.deleteProperty(register, key)
    return entry
  })
}
