import type { JobState } from '../job'
import { isGrownKey, rungStepsOf, type Part, type Sheet } from '../sheet'
import { isDone } from '../teardown'

/** Two entries that may be one part: who wrote which. */
export interface Double { keep: Part, drop: Part, keptBy: string, droppedBy: string }

const plain = (name: string) => name.toLowerCase().replaceAll(/[^a-z0-9]+/g, ' ').trim().replace(/s$/, '')

/**
 * Parts of one name and number that two people took off: one thing entered at two benches, or two things. Somebody is asked.
 *
 * @returns the older entry to keep; nothing that is back in
 * @example doublesOf(sheet, state).map(({ keep, droppedBy }) => `${keep.name}: also by ${droppedBy}`)
 */
export function doublesOf(sheet: Sheet, state: JobState): Double[] {
  const came = sheet.parts.filter(part => isGrownKey(part.key)).flatMap((part) => {
    const { off, on } = rungStepsOf(sheet, part.key)
    const entry = off && state.growth.find(one => one.what === 'grown' && one.adds.steps?.some(step => step.key === off.key))
    return off && on && entry && !isDone(state, on.key) ? [{ part, entry }] : []
  })
  return came.flatMap(({ part: drop, entry }, i) => {
    const first = came.slice(0, i).find(({ part, entry: before }) =>
      before.byId !== entry.byId && part.count === drop.count && plain(part.name) === plain(drop.name))
    return first ? [{ keep: first.part, drop, keptBy: first.entry.by, droppedBy: entry.by }] : []
  })
}
