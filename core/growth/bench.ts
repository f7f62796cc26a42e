import { DomainError } from '../domain-error'
import { ALL_BACK, lastNumbers, numbersUsed, OPEN_UP, type EventBodies, type EventType, type JobState } from '../job'
import { allBelow, isGrownKey, type Link, type Sheet, type Step } from '../sheet'
import { isDone } from '../teardown'
import type { WordRow } from './words'

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
  /** What the words of the shop say of parts; those that ship when left out. */
  words?: readonly WordRow[] | undefined
}

/** What one tap writes, and the step to look at then. */
export interface Grown { drafts: Drafted[], step: string }

/**
 * The step behind which a person goes on taking apart: the last one of the way down that they ticked themselves, so that two people take
 * two branches and neither waits for the other. In a frame nobody jumps over what makes the machine safe and records it; in a sheet who has
 * done nothing yet goes on where the work is.
 */
export function branchOf(sheet: Sheet, state: JobState, personId: string): Step[] {
  const isFrame = sheet.steps.some(step => step.key === OPEN_UP)
  const down = sheet.steps.filter(step => step.limb === 'off' && step.key !== OPEN_UP)
  const newest = (isTheirs: (byId: string) => boolean) => down
    .filter(({ key }) => isDone(state, key) && isTheirs(state.done[key]!.byId))
    .reduce<Step | undefined>((last, step) => !last || state.done[step.key]!.n > state.done[last.key]!.n ? step : last, undefined)
  const own = newest(byId => byId === personId)
  if (own && (!isFrame || isGrownKey(own.key))) return [own]
  const any = isFrame ? undefined : newest(() => true)
  if (any) return [any]
  const itsOwn = down.filter(step => !isGrownKey(step.key))
  return itsOwn.filter(({ key }) => !itsOwn.some(step => step.after.includes(key)))
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
  const look = (step: Step): void => {
    if (seen.has(step.key)) return
    seen.add(step.key)
    const on = refitOf(sheet, step)
    if (!on) sheet.steps.filter(one => one.limb === 'off' && step.after.includes(one.key)).forEach(look)
    else if (isDone(state, on.key))
      throw new DomainError('growth.back-on', `"${on.title}" is done: what comes off behind it cannot any more. Go back to it first.`)
    else waits.add(on.key)
  }
  after.forEach(look)
  if (waits.size === 0) for (const step of closersOf(sheet)) waits.add(step.key)
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

type Numbering = Pick<AtBench, 'sheet' | 'state' | 'bench'>

/** The next number of those that this bench has reserved; undefined when none is left. */
function reservedNumber({ sheet, state, bench }: Numbering, of: 'marks' | 'bags'): number | undefined {
  const used = numbersUsed(sheet, state, of)
  for (const range of state.reserved.filter(one => one.bench === bench).map(one => one[of]))
    for (let number = range.from; number <= range.to; number++) if (!used.has(number)) return number
  return undefined
}

/** The next number of this bench: one that it has reserved, otherwise the next that nobody has. */
export const nextNumber = (at: Numbering, of: 'marks' | 'bags'): number =>
  reservedNumber(at, of) ?? lastNumbers(at.sheet, at.state)[of] + 1

export const markKey = (number: number): string => `MK-${number}`
/** The mark that this bench paints next. */
export const nextMark = (at: Numbering): string => markKey(nextNumber(at, 'marks'))
export const bagTag = (number: number): string => `B-${String(number).padStart(2, '0')}`

/** How many numbers a bench takes at once. */
const AT_ONCE = { marks: 10, bags: 20 } as const

/**
 * The numbers that a bench reserves at its first opening with a link, or when its own run out; null while it has enough.
 *
 * @example reservation(sheet, state, deviceId)?.marks // { from: 11, to: 20 }
 */
export function reservation(sheet: Sheet, state: JobState, bench: string): EventBodies['numbers-reserved'] | null {
  const has = (of: 'marks' | 'bags') => reservedNumber({ sheet, state, bench }, of) !== undefined
  if (has('marks') && has('bags')) return null
  const last = lastNumbers(sheet, state)
  const next = (of: 'marks' | 'bags') => ({ from: last[of] + 1, to: last[of] + AT_ONCE[of] })
  return { bench, marks: next('marks'), bags: next('bags') }
}
