import { onceFor } from '../kept-by'
import type { Sheet, Step } from '../sheet'
import { isDone, sheetNow, type Progress } from './progress'

export interface Rung {
  key: string
  /** The removal on the way down. */
  off: Step
  /** Its refit on the way up. */
  on: Step
}

/** All rungs of a sheet, in the order of their removals. */
export const rungsOf = onceFor((sheet: Sheet): readonly Rung[] => {
  const on = new Map(sheet.steps.filter(step => step.limb === 'on' && step.rung).map(step => [step.rung!, step]))
  return sheet.steps
    .filter(step => step.limb === 'off' && step.rung && on.has(step.rung))
    .map(off => ({ key: off.rung!, off, on: on.get(off.rung!)! }))
})

/**
 * The rungs that are open now: the removal is ticked and the refit is not, so something is still out of the machine.
 *
 * @returns in the order of their removals
 * @example openRungs(sheet, state).map(rung => rung.on.title) // what still has to go back
 */
export function openRungs(sheet: Sheet, progress: Pick<Progress, 'done' | 'ways'>): Rung[] {
  return rungsOf(sheetNow(sheet, progress)).filter(rung => isDone(progress, rung.off.key) && !isDone(progress, rung.on.key))
}
