import { boltCount, type TighteningPattern } from '../fastening'
import type { Joint, Step } from './schema'

/** Whether a step leaves a joint snug, and another one pays with the final torque. */
export const isSnugAt = ({ snug }: Joint, step: Step): boolean => snug !== undefined && snug.paidBy !== step.key

/** The torque that a step tightens its joint to, N·m: snug until the step that pays. */
export const torqueAt = (joint: Joint, step: Step): number => isSnugAt(joint, step) ? joint.snug!.torqueNm : joint.torqueNm.aim

/** Whether the tools of a step ask for one that measures what it pulls; by feel is enough where they say so. */
export const asksForWrench = ({ tools = [] }: Step): boolean => tools.some(tool => /torque|tensioner|angle gauge/i.test(tool))

/** The school of a joint: what its sheet says, else crosswise from four bolts on. */
export const patternOf = ({ pattern, layout }: Joint): TighteningPattern =>
  pattern ?? (layout && boltCount(layout) > 3 ? 'crosswise' : 'round')

/** The passes of a joint to its whole torque: one, where its sheet says none. */
export const passesOf = ({ passes }: Joint) => ({ shares: passes?.shares ?? [1], finalRound: passes?.finalRound ?? false })
