import { indexOf, orderOf, stepOf, type Sheet, type Step } from '../sheet'
import { isDone, sheetNow, type Progress } from './progress'

type Standing = Pick<Progress, 'done' | 'ways'>

/**
 * The steps that may be done now: not ticked yet, and everything that must come before them is.
 *
 * @returns in the order of the sheet; the first is the one to propose
 * @example nextSteps(sheet, state)[0]?.title
 */
export function nextSteps(sheet: Sheet, progress: Standing): Step[] {
  return sheetNow(sheet, progress).steps.filter(step => !isDone(progress, step.key) && step.after.every(key => isDone(progress, key)))
}

/** The steps that must be ticked before this one and are not, in the order in which the sheet names them. */
export function missingBefore(sheet: Sheet, progress: Standing, step: Step): Step[] {
  const now = sheetNow(sheet, progress)
  return (indexOf(now).of.step.get(step.key)?.after ?? []).filter(key => !isDone(progress, key)).map(key => stepOf(now, key))
}

/** The ticked steps that stand on this one: they would hang in the air if it were undone. */
export function standingOn(sheet: Sheet, progress: Standing, step: Step): Step[] {
  return (orderOf(sheetNow(sheet, progress)).followers.get(step.key) ?? []).filter(follower => isDone(progress, follower.key))
}

/**
 * A step and everything that stands on it, directly or through others, ticked or not.
 *
 * @returns in the order of the sheet
 */
export function aboveFrom(sheet: Sheet, progress: Standing, step: Step): Step[] {
  const { followers } = orderOf(sheetNow(sheet, progress))
  const above = new Set<string>()
  const visit = (key: string): void => {
    if (above.has(key)) return
    above.add(key)
    for (const follower of followers.get(key) ?? []) visit(follower.key)
  }
  visit(step.key)
  return sheet.steps.filter(candidate => above.has(candidate.key))
}

/**
 * What has to be ticked again when the work goes back to a step: that step and every ticked one that stands on it. Nothing else.
 *
 * @returns in the order of the sheet; empty when the step is not ticked
 * @example reopenedBy(sheet, state, stepOf(sheet, 'rotor-in')).map(step => step.title)
 */
export function reopenedBy(sheet: Sheet, progress: Standing, step: Step): Step[] {
  return isDone(progress, step.key) ? aboveFrom(sheet, progress, step).filter(({ key }) => isDone(progress, key)) : []
}
