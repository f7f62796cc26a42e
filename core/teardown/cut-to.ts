import { leaveOut, sheetOnWay, type Sheet, type Step } from '../sheet'
import { closure, goalsOf, shortestWayIn } from './shortest-way-in'

const ALWAYS: ReadonlySet<string> = new Set(['make-safe', 'prepare'])

/**
 * The sheet cut to a job that goes only as far as one part or position: the shortest way in, and the right limb that follows from it.
 *
 * Kept are: making safe and preparing, always; the way in; the refit of each rung that is opened; and on the floor and on the way up
 * every other step that stands directly on one that is kept. So what was not opened is neither marked, measured
 * nor closed again.
 *
 * @param target key of a part or position
 * @param ways forks that are decided already; the others take the shortest way
 * @throws DomainError as `shortestWayIn`
 * @example cutTo(sheet, 'seal-turning-units').steps.length
 */
export function cutTo(sheet: Sheet, target: string, ways: Readonly<Record<string, string>> = {}): Sheet {
  const given = sheetOnWay(sheet, ways)
  const on = sheetOnWay(given, shortestWayIn(given, { done: {} }, target).ways)
  const kept = new Set(
    closure(on, { done: {} }, [...goalsOf(on, target), ...on.steps.filter(step => step.limb === 'off' && ALWAYS.has(step.stage))]),
  )
  const opened = new Set([...kept].flatMap(step => step.limb === 'off' && step.rung ? [step.rung] : []))
  const byKey = new Map(on.steps.map(step => [step.key, step]))
  const isKept = (step: Step): boolean => kept.has(step)
  // In the order of precedence, so that what a step stands on is judged before it.
  for (const step of inOrder(on)) {
    if (step.limb === 'off' || isKept(step)) continue
    const follows = step.rung ? opened.has(step.rung) : step.after.length === 0 || step.after.some(key => isKept(byKey.get(key)!))
    if (follows) kept.add(step)
  }
  const checked = new Set([...kept].flatMap(step => step.checks ?? []))
  return leaveOut(on, {
    step: step => isKept(step) && (!step.makes || step.makes.some(mark => checked.has(mark))),
    mark: mark => checked.has(mark),
  })
}

/** The steps so that each comes after all it stands on (depth-first topological order). */
function inOrder(sheet: Sheet): Step[] {
  const byKey = new Map(sheet.steps.map(step => [step.key, step]))
  const ordered = new Set<Step>()
  const visit = (step: Step): void => {
    if (ordered.has(step)) return
    for (const key of step.after) visit(byKey.get(key)!)
    ordered.add(step)
  }
  sheet.steps.forEach(visit)
  return [...ordered]
}
