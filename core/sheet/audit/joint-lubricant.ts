import { jointOf, partOf } from '../sheet-index'
import type { Found, Rule } from './finding'

/** A joint and the step that tightens it say the same of the thread: another lubricant is another preload. */
export const jointLubricant: Rule = {
  name: 'joint-lubricant',
  source: 'general practice: the torque of a joint belongs to its lubricant',
  find: sheet => sheet.steps.flatMap((step): Found[] => {
    if (!step.tightens) return []
    const joint = jointOf(sheet, step.tightens)
    const [ofJoint, ofStep] = [joint.lubricant.kind, step.lubricant?.kind]
    // A step that fits other things as well may name the lubricant of those.
    const isOnlyFasteners = (step.refits ?? []).every(({ part }) => partOf(sheet, part).kind === 'fastener')
    if (!ofJoint || !ofStep || ofJoint === ofStep || !isOnlyFasteners) return []
    return [{
      list: 'steps' as const,
      key: step.key,
      field: 'lubricant',
      severity: 'wrong' as const,
      sentence: `"${step.title}" says ${ofStep}, its joint "${joint.name}" says ${ofJoint}.`,
    }]
  }),
}
