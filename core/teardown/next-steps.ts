import { indexOf, stepOf, type Sheet, type Step } from '../sheet'
import { isDone, type Progress } from './progress'

/**
 * The steps that may be done now: not ticked yet, and everything that must come before them is.
 *
 * @returns in the order of the sheet; the first is the one to propose
 * @example nextSteps(sheet, state)[0]?.title
 */
export function nextSteps(sheet: Sheet, progress: Pick<Progress, 'done'>): Step[] {
  return sheet.steps.filter(step => !isDone(progress, step.key) && step.after.every(key => isDone(progress, key)))
}

/** The steps that must be ticked before this one and are not, in the order in which the sheet names them. */
export function missingBefore(sheet: Sheet, progress: Pick<Progress, 'done'>, step: Step): Step[] {
  return step.after.filter(key => !isDone(progress, key)).map(key => stepOf(sheet, key))
}

/** The ticked steps that stand on this one: they would hang in the air if it were undone. */
export function standingOn(sheet: Sheet, progress: Pick<Progress, 'done'>, step: Step): Step[] {
  return (indexOf(sheet).followers.get(step.key) ?? []).filter(follower => isDone(progress, follower.key))
}
