import type { Sheet } from '../sheet'
import { partAccount, type PartLine, type Progress } from '../teardown'
import type { JobState } from './state'

/** What was last decided about a part. */
export const dispositionOf = (state: JobState, part: string) => state.dispositions.findLast(d => d.part === part)

/** The state as the account of parts wants it. */
function progressOf(state: JobState): Progress {
  const last = new Map(state.dispositions.map(({ part, disposition }) => [part, disposition]))
  const replaced = Object.fromEntries([...last].filter(([, disposition]) => disposition === 'replace').map(([part]) => [part, true as const]))
  return { done: state.done, ways: state.ways, moves: state.moves, replaced }
}

/**
 * Where every piece of the machine is in this state. A state never changes, so it is worked out once for it.
 *
 * @example accountOf(sheet, state).filter(line => line.loose > 0)
 */
export function accountOf(sheet: Sheet, state: JobState): readonly PartLine[] {
  const known = accounts.get(state)
  if (known?.sheet === sheet) return known.lines
  const lines = partAccount(sheet, progressOf(state))
  accounts.set(state, { sheet, lines })
  return lines
}
const accounts = new WeakMap<JobState, { sheet: Sheet, lines: readonly PartLine[] }>()

/** The line of one part. */
export const lineOf = (sheet: Sheet, state: JobState, part: string): PartLine => accountOf(sheet, state).find(line => line.part.key === part)!
