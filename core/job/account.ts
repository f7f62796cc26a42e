import type { Sheet, Step } from '../sheet'
import { partAccount, type PartLine, type Progress } from '../teardown'
import type { JobState } from './state'

/** What was last decided about a part. */
export const dispositionOf = (state: JobState, part: string) => state.dispositions.findLast(d => d.part === part)

/** True when the work on a step was put off, and nobody has made it good yet. */
export const isLeftForLater = (state: JobState, step: string): boolean =>
  state.departures[step]?.how === 'not possible now' && !Object.hasOwn(state.madeGood, step)

/** What a step moves: what its sheet says, unless it does nothing on this machine, or other numbers were counted. */
export function movedBy(state: JobState, step: Step, list: 'removes' | 'refits'): readonly { part: string, count: number }[] {
  const pieces = step[list] ?? []
  const departure = state.departures[step.key]
  if (!departure) return pieces
  if (departure.how === 'does not apply' || isLeftForLater(state, step.key)) return []
  return pieces.map(({ part, count }) => ({ part, count: departure.counted?.find(one => one.part === part)?.count ?? count }))
}

/** The state as the account of parts wants it. */
function progressOf(sheet: Sheet, state: JobState): Progress {
  const last = new Map(state.dispositions.map(({ part, disposition }) => [part, disposition]))
  const replaced = Object.fromEntries(
    [...last].filter(([, disposition]) => disposition === 'replace').map(([part]) => [part, true as const]),
  )
  const departed = sheet.steps.filter(step => Object.hasOwn(state.departures, step.key))
  const moved = Object.fromEntries(
    departed.map(step => [step.key, { removes: movedBy(state, step, 'removes'), refits: movedBy(state, step, 'refits') }]),
  )
  return { done: state.done, ways: state.ways, moves: state.moves, replaced, moved }
}

/**
 * Where every piece of the machine is in this state. A state never changes, so it is worked out once for it.
 *
 * @example accountOf(sheet, state).filter(line => line.loose > 0)
 */
export function accountOf(sheet: Sheet, state: JobState): readonly PartLine[] {
  const known = accounts.get(state)
  if (known?.sheet === sheet) return known.lines
  const lines = partAccount(sheet, progressOf(sheet, state))
  accounts.set(state, { sheet, lines })
  return lines
}
const accounts = new WeakMap<JobState, { sheet: Sheet, lines: readonly PartLine[] }>()

/** The line of one part. */
export const lineOf = (sheet: Sheet, state: JobState, part: string): PartLine =>
  accountOf(sheet, state).find(line => line.part.key === part)!
