import { keptBy } from '../kept-by'
import { leaveOut } from './leave-out'
import type { Sheet, Step } from './schema'

/** Which way was chosen at which fork: choice → way. */
export type Ways = Readonly<Record<string, string>>

const reduced = keptBy<Sheet, string, Sheet>()

/**
 * The sheet as far as its forks are decided: steps of ways that were not taken are left out. Forks that are still open keep all their
 * ways, and because the steps of a way stand on the step that chooses, none of them can be done before.
 *
 * @returns the same document for the same ways, so that what is kept by document stays known
 * @example sheetOnWay(sheet, { 'how-far': 'short' }).steps.length
 */
export function sheetOnWay(sheet: Sheet, ways: Ways): Sheet {
  const decided = Object.entries(ways).filter(([choice]) => sheet.choices?.some(candidate => candidate.key === choice)).sort()
  if (decided.length === 0) return sheet
  return reduced(sheet, JSON.stringify(decided), () => leaveOut(sheet, { step: step => isOnWay(step, ways) }))
}

/** True unless the step belongs to a way that was not taken. */
export function isOnWay({ ways: on }: Step, ways: Ways): boolean {
  for (const choice in on) {
    const way = ways[choice]
    if (way !== undefined && !on[choice]!.includes(way)) return false
  }
  return true
}
