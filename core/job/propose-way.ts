import { choiceOf, positionOf, type Sheet } from '../sheet'
import { assessTaken } from './assess-taken'
import { readingAt } from './reading-at'
import type { JobState } from './state'

export interface WayProposal {
  way: string
  /** What speaks for it, one line a reading. */
  reasons: string[]
}

/**
 * The way that the as-found readings speak for: all in, the one; any doubtful, out or missing, the other. It is proposed; a person signs.
 *
 * @returns null when the sheet leaves the choice to the person
 * @example proposeWay(sheet, state, 'how-far')?.way // 'short'
 */
export function proposeWay(sheet: Sheet, state: JobState, choiceKey: string): WayProposal | null {
  const { proposal } = choiceOf(sheet, choiceKey)
  if (!proposal) return null
  const judged = proposal.readings.map(({ position: key, stage }) => {
    const reading = readingAt(state, key, stage)
    return { name: positionOf(sheet, key).name, verdict: reading ? assessTaken(sheet, state, reading).verdict : 'not measured' }
  })
  return {
    way: judged.every(line => line.verdict === 'in') ? proposal.allIn : proposal.otherwise,
    reasons: judged.map(line => `${line.name}: ${line.verdict}`),
  }
}
