import type { TighteningPlan } from './tightening-plan'

/**
 * What to mind before the first pull, most dangerous first; above it stand the cautions of the step and the maker's manual.
 *
 * @param again `isAgain`: the joint was at its torque before, and is gone over once more
 * @example tighteningCare(plan)[0]
 * Source: general practice.
 */
export function tighteningCare(
  { joint, lubricant, isSnug }: Pick<TighteningPlan, 'joint' | 'lubricant' | 'isSnug'>, { isAgain = false } = {},
): string[] {
  const { blind, propertyClass, locking, leftHand, turned } = joint
  return [
    ...isAgain ? ['Pulled before: only cold, only without pressure, and only if the maker allows it.'] : [],
    ...leftHand ? ['Left-hand thread: it tightens anticlockwise.'] : [],
    ...blind ? ['Blind holes: blow them dry, run each screw in by hand and count its turns. Oil or a screw that bottoms shows torque without clamp and cracks a casting.'] : [],
    ...propertyClass?.startsWith('A') ? ['Stainless: anti-seize on the thread, turned slowly, no impact, or it galls.'] : [],
    ...lubricant === 'thread lock' ? ['Thread lock: thread and hole clean and dry first; pulled before it sets, and not turned again after.'] : [],
    ...locking === 'self-locking' ? ['Self-locking nuts: the torque to run them down is added to the target; new ones only.'] : [],
    ...turned ? [`Turn the ${turned}, hold the other.`] : [],
    isSnug ? 'Snug only: the full torque comes with a later step.' : 'If it turns and the torque does not rise, or it grates: stop, out with it, a new bolt. Check a torque only onwards, never back and on.',
  ]
}
