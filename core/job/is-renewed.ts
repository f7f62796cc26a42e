import { partOf, positionOf, type Sheet } from '../sheet'
import { dispositionOf } from './account'
import { uncertaintyOf } from './assess-reading'
import { assessTaken } from './assess-taken'
import { readingAt } from './reading-at'
import type { ReadingTaken } from './readings'
import type { JobState } from './state'

/**
 * True for a reading as left that begins a new life of its position: its part was replaced or reworked, or it was set anew, so that it
 * stands farther from its limit of wear than it was found, by more than two readings of that instrument differ.
 *
 * @example isRenewed(sheet, state, asLeft) // true where the wear rings are new
 */
export function isRenewed(sheet: Sheet, state: JobState, taken: ReadingTaken): boolean {
  if (taken.stage !== 'as-left') return false
  const position = positionOf(sheet, taken.position)
  const said = dispositionOf(state, position.part)?.disposition
  if (said === 'replace' || said === 'repair') return true
  const found = readingAt(state, taken.position, 'as-found')
  if (!found) return false
  const [before, after] = [assessTaken(sheet, state, found).value, assessTaken(sheet, state, taken).value]
  const differ = Math.SQRT2 * uncertaintyOf(position, taken.values, taken.conditions)
  if (Math.abs(after - before) <= differ) return false
  const { lower, upper } = wearLimitsOf(position)
  const room = (value: number) => Math.min(upper === undefined ? Infinity : upper - value, lower === undefined ? Infinity : value - lower)
  return room(after) > room(before)
}

/** True for a reading of what went out for good in its job: it was replaced or scrapped, or is new each time. */
export function isGone(sheet: Sheet, state: JobState, { position, stage }: ReadingTaken): boolean {
  const part = partOf(sheet, positionOf(sheet, position).part)
  const said = dispositionOf(state, part.key)?.disposition
  return stage === 'as-found' && (said === 'replace' || said === 'scrap' || part.neverAgain === true)
}

/**
 * How far a position may wear: to where it may have been found and stay, on the side where that lies beyond what must hold as left (a
 * clearance wears towards its upper limit; that its lower one is near says nothing of wear). Where no such side is known, what must hold
 * as left.
 *
 * @example wearLimitsOf({ limits: { lower: 0.4, upper: 0.6 }, reuse: { lower: 0.4, upper: 0.9 } }) // { upper: 0.9 }
 */
export function wearLimitsOf({ limits, reuse }: Pick<Sheet['positions'][number], 'limits' | 'reuse'>): { lower?: number, upper?: number } {
  const lower = reuse?.lower !== undefined && !(reuse.lower >= (limits.lower ?? Infinity)) ? reuse.lower : undefined
  const upper = reuse?.upper !== undefined && !(reuse.upper <= (limits.upper ?? -Infinity)) ? reuse.upper : undefined
  const worn = lower === undefined && upper === undefined ? limits : { lower, upper }
  return { ...worn.lower === undefined ? {} : { lower: worn.lower }, ...worn.upper === undefined ? {} : { upper: worn.upper } }
}
