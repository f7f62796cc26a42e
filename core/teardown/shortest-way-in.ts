import { DomainError } from '../domain-error'
import { indexOf, isOnWay, orderOf, type Sheet, type Step, type Ways } from '../sheet'
import { isDone, sheetNow, type Progress } from './progress'

export interface WayIn {
  /** The steps still to do, in the order of the sheet; the last one reaches the target. */
  steps: Step[]
  minutes: number
  /** The forks this way decides: choice → way. */
  ways: Record<string, string>
}

export interface ShortestWayIn extends WayIn {
  /** Other ways in, the cheaper first; each differs in a fork. */
  alternatives: WayIn[]
}

export type WayCost = 'steps' | 'minutes'

/**
 * The cheapest way from the present state of a job to a part or a position: what still has to be done until the part is out, or the
 * position can be measured. Everything a step stands on must be done (AND); where the sheet forks, one way is enough (OR).
 *
 * All combinations of the forks that matter are weighed, so the result is exact; `checkSheet` bounds how many there can be. A fork is
 * opened only when the way runs into a step of it.
 *
 * @param target key of a part (until it is out), of a position (until it can be measured) or of a step (until it is done)
 * @param by the fewest steps, or the least minutes of the sheet
 * @throws DomainError `way.no-target` when the sheet has no such thing, `way.never-reached` when no step takes it out or measures it
 * Source: AND/OR graphs (Nilsson, Principles of Artificial Intelligence, ch. 3).
 * @example shortestWayIn(sheet, state, 'seal').steps.length
 */
export function shortestWayIn(
  sheet: Sheet,
  progress: Pick<Progress, 'done' | 'ways'>,
  target: string,
  by: WayCost = 'steps',
): ShortestWayIn {
  const now = sheetNow(sheet, progress)
  requireTarget(now, target)
  const decided = Object.fromEntries(Object.entries(progress.ways ?? {}).map(([choice, { way }]) => [choice, way]))
  const found = new Map<string, WayIn>()

  const explore = (ways: Ways): void => {
    const goals = goalsOf(now, target, ways)
    if (goals.length === 0) return
    const needed = closure(now, progress, goals, ways)
    const fork
      = forkOf(needed, choice => ways[choice] === undefined && decided[choice] === undefined)
        ?? forkOf(goals, choice => ways[choice] === undefined && now.steps.some(step => step.chooses === choice && isOnWay(step, ways)))
    if (!fork) {
      const way = { steps: needed, minutes: needed.reduce((sum, step) => sum + (step.minutes ?? 0), 0), ways: { ...ways } }
      const name = needed.map(step => step.key).join(' ')
      if (!found.has(name)) found.set(name, way)
      return
    }
    for (const way of now.choices!.find(choice => choice.key === fork)!.ways) explore({ ...ways, [fork]: way.key })
  }
  explore({})
  const cost = (way: WayIn) => (by === 'steps' ? way.steps.length : way.minutes)
  const [best, ...alternatives] = [...found.values()].sort((a, b) => cost(a) - cost(b) || a.minutes - b.minutes)
  if (!best) throw new DomainError('way.never-reached', `No step of "${sheet.title}" reaches "${target}".`)
  return { ...best, alternatives }
}

function requireTarget(sheet: Sheet, target: string): void {
  const index = indexOf(sheet).of
  if (!index.part.has(target) && !index.position.has(target) && !index.step.has(target)) {
    throw new DomainError('way.no-target', `The sheet "${sheet.title}" has no part, position or step "${target}".`)
  }
}

/** The first fork of these steps that is open. */
function forkOf(steps: readonly Step[], isOpen: (choice: string) => boolean): string | undefined {
  for (const { ways } of steps) {
    for (const choice in ways) if (isOpen(choice)) return choice
  }
  return undefined
}

/**
 * The steps that reach the target on these ways: all removals of a part, the first reading of a position, or the step itself. A key may be
 * used in several lists: a part is meant before a position, and that before a step.
 */
export function goalsOf(sheet: Sheet, target: string, ways: Ways = {}): Step[] {
  const { part, position, step } = indexOf(sheet).of
  const on = (candidate: Step) => isOnWay(candidate, ways)
  if (part.has(target)) return sheet.steps.filter(candidate => candidate.removes?.some(piece => piece.part === target) && on(candidate))
  if (position.has(target))
    return sheet.steps.filter(candidate => candidate.reads?.some(read => read.position === target) && on(candidate)).slice(0, 1)
  return step.has(target) && on(step.get(target)!) ? [step.get(target)!] : []
}

/**
 * The goals and everything they stand on on these ways, as far as it is not done, in the order of the sheet. What stands on a step of
 * another way stands on what that step stands on.
 */
export function closure(sheet: Sheet, progress: Pick<Progress, 'done'>, goals: readonly Step[], ways: Ways = {}): Step[] {
  const { place, before } = orderOf(sheet)
  const seen = new Uint8Array(sheet.steps.length)
  const needed = new Uint8Array(sheet.steps.length)
  const open = goals.map(goal => place.get(goal.key)!)
  for (let at = open.pop(); at !== undefined; at = open.pop()) {
    if (seen[at]) continue
    seen[at] = 1
    const step = sheet.steps[at]!
    if (isOnWay(step, ways)) {
      if (isDone(progress, step.key)) continue
      needed[at] = 1
    }
    open.push(...before[at]!)
  }
  return sheet.steps.filter((_, at) => needed[at])
}
