import { DomainError } from '../domain-error'
import { ALL_BACK, lastNumbers, OPEN_UP, type EventBodies, type EventType, type JobState } from '../job'
import { allBelow, isGrownKey, type Link, type Sheet, type Step } from '../sheet'
import { isDone } from '../teardown'

/** One of the events of a tap, before it has a number, a person and a moment. */
export type Drafted = { [T in EventType]: { type: T, body: EventBodies[T] } }[EventType]

/** Where something is said: the sheet and the state of the job, who says it, and at which bench. */
export interface AtBench {
  sheet: Sheet
  state: JobState
  personId: string
  /** UUID of the device, whose numbers for marks and bags are its own. */
  bench: string
  newId: () => string
}

/** What one tap writes, and the step to look at then. */
export interface Grown { drafts: Drafted[], step: string }

/**
 * The step behind which a person goes on taking apart: the last one of the way down that they ticked themselves; before the first,
 * where the machine is safe and recorded. So two people take two branches, and neither waits for the other.
 */
export function branchOf(sheet: Sheet, state: JobState, personId: string): Step[] {
  const down = sheet.steps.filter(step => step.limb === 'off' && step.key !== OPEN_UP)
  const own = down
    .filter(({ key }) => isDone(state, key) && state.done[key]!.byId === personId)
    .reduce<Step | undefined>((last, step) => !last || state.done[step.key]!.n > state.done[last.key]!.n ? step : last, undefined)
  if (own && isGrownKey(own.key)) return [own]
  // Nobody jumps over what makes the machine safe: the tips of what the sheet has itself.
  const itsOwn = down.filter(step => !isGrownKey(step.key))
  const isTip = ({ key }: Step) => !itsOwn.some(step => step.after.includes(key))
  const tips = itsOwn.filter(isTip)
  return own && !tips.includes(own) ? [own, ...tips.filter(tip => allBelow(sheet)(own.key).has(tip.key))] : tips
}

/** The other side of a rung. */
export const refitOf = (sheet: Sheet, { rung }: Step): Step | undefined =>
  rung === undefined ? undefined : sheet.steps.find(step => step.limb === 'on' && step.rung === rung)

/**
 * What must wait for a refit: the refits of what came off before it, because the way up mirrors the way down; where nothing did, the
 * step that stands on everything, or those that let something on.
 *
 * @throws DomainError `growth.back-on` when that is back in already
 */
export function mirrorLinks(sheet: Sheet, state: JobState, after: readonly Step[], refit: string): Link[] {
  const waits = new Set<string>()
  const seen = new Set<string>()
  const look = (step: Step): boolean => {
    if (seen.has(step.key)) return true
    seen.add(step.key)
    const on = refitOf(sheet, step)
    if (on) {
      if (isDone(state, on.key))
        throw new DomainError('growth.back-on', `"${on.title}" is done: what comes off behind it cannot any more. Go back to it first.`)
      waits.add(on.key)
      return true
    }
    const before = sheet.steps.filter(one => one.limb === 'off' && step.after.includes(one.key))
    return before.map(look).includes(true)
  }
  if (!after.map(look).includes(true) || waits.size === 0) for (const step of closersOf(sheet)) waits.add(step.key)
  return [...waits].sort().map(step => ({ step, after: [refit] }))
}

/** What everything that goes back comes before. */
function closersOf(sheet: Sheet): Step[] {
  const allBack = sheet.steps.find(step => step.key === ALL_BACK)
  if (allBack) return [allBack]
  const below = allBelow(sheet)
  const late = sheet.steps.filter(({ limb, state, stage }) => limb === 'on' && (state !== undefined || stage === 'run' || stage === 'close'))
  return late.filter(step => !late.some(other => below(step.key).has(other.key)))
}

/** The step before which everything comes off comes after this one, as long as it is open. */
export const opensBefore = ({ sheet, state }: AtBench, off: string): Link[] =>
  sheet.steps.some(step => step.key === OPEN_UP) && !isDone(state, OPEN_UP) ? [{ step: OPEN_UP, after: [off] }] : []

/** The next free number of this bench: of those that it has reserved, otherwise the next that nobody has. */
export function nextNumber({ sheet, state, bench }: AtBench, of: 'marks' | 'bags'): number {
  const used = new Set(of === 'marks'
    ? sheet.marks.map(mark => mark.key)
    : [...sheet.steps.flatMap(step => step.bag ?? []), ...state.moves.map(move => move.to)])
  const name = of === 'marks' ? markKey : bagTag
  for (const range of state.reserved.filter(one => one.bench === bench).map(one => one[of]))
    for (let number = range.from; number <= range.to; number++) if (!used.has(name(number))) return number
  return lastNumbers(sheet, state)[of] + 1
}

export const markKey = (number: number): string => `MK-${number}`
/** The mark that this bench paints next. */
export const nextMark = (at: AtBench): string => markKey(nextNumber(at, 'marks'))
export const bagTag = (number: number): string => `B-${String(number).padStart(2, '0')}`

/** How many numbers a bench takes at once. */
const AT_ONCE = { marks: 10, bags: 20 } as const

/**
 * The numbers that a bench reserves at its first opening with a link, or when its own run out; null while it has enough.
 *
 * @example reservation(sheet, state, deviceId)?.marks // { from: 11, to: 20 }
 */
export function reservation(sheet: Sheet, state: JobState, bench: string): EventBodies['numbers-reserved'] | null {
  const at: AtBench = { sheet, state, bench, personId: '', newId: () => '' }
  const own = state.reserved.filter(one => one.bench === bench)
  const has = (of: 'marks' | 'bags') => own.some(one => nextNumber(at, of) <= one[of].to && nextNumber(at, of) >= one[of].from)
  if (has('marks') && has('bags')) return null
  const last = lastNumbers(sheet, state)
  return {
    bench,
    marks: { from: last.marks + 1, to: last.marks + AT_ONCE.marks },
    bags: { from: last.bags + 1, to: last.bags + AT_ONCE.bags },
  }
}
