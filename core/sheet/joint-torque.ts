import type { Joint, Step } from './schema'

/** Whether a step leaves a joint snug, and another one pays with the final torque. */
export const isSnugAt = ({ snug }: Joint, step: Step): boolean => snug !== undefined && snug.paidBy !== step.key

/** The torque that a step tightens its joint to, N·m: snug until the step that pays. */
export const torqueAt = (joint: Joint, step: Step): number => isSnugAt(joint, step) ? joint.snug!.torqueNm : joint.torqueNm.aim

/** Whether the tools of a step ask for one that measures what it pulls; by feel is enough where they say so. */
export const asksForWrench = ({ tools = [] }: Step): boolean => tools.some(tool => /torque|tensioner|angle gauge/i.test(tool))
