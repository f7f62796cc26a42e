import { onceFor } from '../kept-by'
import type { Sheet, Step } from '../sheet'
import type { JobState } from './state'
import { TURNS, type DutyRule } from './subject'
import { DUTIES, type Subjects } from './subjects'

/** Something that a step asks for before it can be ticked. */
export type Duty = Subjects['duty']
export type DutyKind = Duty['kind']

export interface DutyLine {
  duty: Duty
  met: boolean
}

/** `wholly`: all that the sheet asks for, whether or not the work has departed from the step. */
export interface DutyOptions { wholly?: boolean }

// Each rule is of just its kind; TypeScript cannot follow the pairing through a union.
const IN_ORDER = (Object.values(DUTIES) as DutyRule<Duty>[]).sort((a, b) => TURNS.indexOf(a.turn) - TURNS.indexOf(b.turn))

/** The rules that can ask anything of a step, by the fields it has: most steps have three or four of them. */
const rulesOf = onceFor((step: Step): readonly DutyRule<Duty>[] =>
  IN_ORDER.filter(({ asks }) => !asks || asks.some(field => step[field] !== undefined)))

type Known = WeakMap<Step, { sheet: Sheet, lines: readonly DutyLine[] }>
const [WHOLE, DEPARTED] = [new WeakMap<JobState, Known>(), new WeakMap<JobState, Known>()]

/** What was worked out of a state stays true: a state is never changed, the next event makes another. */
function knownOf(state: JobState, whole: boolean): Known {
  const states = whole ? WHOLE : DEPARTED
  let known = states.get(state)
  if (!known) states.set(state, known = new WeakMap())
  return known
}

/**
 * All duties of a step with whether each is met: evidence first (photo, index, tags), then readings and marks, then what the work asks for
 * (parts sent out, decisions, the way, pieces in their places, what the hands feel). Where the work departs from the step only signatures
 * and the way are left.
 *
 * @returns in the order in which they are best done; the hold point last, because it confirms the others
 * @example dutiesOf(sheet, state, step).every(line => line.met)
 */
export function dutiesOf(sheet: Sheet, state: JobState, step: Step, { wholly = false }: DutyOptions = {}): readonly DutyLine[] {
  const whole = wholly || !Object.hasOwn(state.departures, step.key)
  const known = knownOf(state, whole)
  const before = known.get(step)
  if (before?.sheet === sheet) return before.lines
  const lines: DutyLine[] = []
  for (const rule of rulesOf(step)) if (whole || rule.evenDeparted) lines.push(...rule.of(sheet, state, step))
  known.set(step, { sheet, lines })
  return lines
}

/**
 * The field of a step that a duty of it comes from, for who writes the step; undefined where it comes from the work and not from the sheet.
 *
 * @example fieldOfDuty(step, 'reading') // 'reads'
 */
export const fieldOfDuty = (step: Step, kind: DutyKind): keyof Step | undefined =>
  DUTIES[kind].asks?.find(field => step[field] !== undefined)

/** The duties of a step that are not met yet. */
export const openDuties = (sheet: Sheet, state: JobState, step: Step, options?: DutyOptions): Duty[] =>
  dutiesOf(sheet, state, step, options).filter(line => !line.met).map(line => line.duty)

/**
 * What is still to be done for a step, in words that go on after "Before the release:" or "First".
 *
 * @example sayDuties(sheet, step, openDuties(sheet, state, step)) // 'take End float, as-found; make MK-1 (coupling halves)'
 */
export const sayDuties = (sheet: Sheet, step: Step, duties: readonly Duty[]): string =>
  duties.map(duty => (DUTIES[duty.kind] as DutyRule<Duty>).say(duty, sheet, step)).join('; ')
