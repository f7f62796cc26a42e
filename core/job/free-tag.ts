import type { Sheet } from '../sheet'
import { accountOf } from './account'
import type { JobState } from './state'

/**
 * The tag to propose for what came out of a part: the bag that the sheet names for it, otherwise the next number that neither the sheet
 * nor this job uses.
 *
 * @returns such as `B-07`, or `T-01` when the sheet names no bag
 * @example proposedTag(sheet, state, 'impeller')
 */
export const proposedTag = (sheet: Sheet, state: JobState, part: string): string =>
  sheet.steps.find(step => step.bag && step.removes?.some(piece => piece.part === part))?.bag ?? nextFreeTag(sheet, state)

/** The first free tag of a letter, counted from 01. */
export function nextFreeTag(sheet: Sheet, state: JobState, letter = 'T'): string {
  const used = new Set(
    [...sheet.steps.flatMap(step => step.bag ?? []), ...accountOf(sheet, state).flatMap(line => line.bagged.map(bag => bag.tag))].map(
      plain,
    ),
  )
  for (let number = 1; ; number++) if (!used.has(`${letter}-${number}`)) return `${letter}-${String(number).padStart(2, '0')}`
}

// B-7 and B-07 are one bag to whoever looks for it.
const plain = (tag: string) => tag.replace(/-0+(?=\d)/, '-')
