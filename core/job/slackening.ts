import { boltCount } from '../fastening'
import type { Joint, Sheet, Step } from '../sheet'

/** Fewer than these are no ring: they come out one after the other. */
const FEWEST_BOLTS = 3

/** A joint whose fasteners a step takes off, and that is let go evenly first. */
export interface SlackenedJoint {
  joint: Joint
  /** Fasteners that come off here; a joint may come off in two steps. */
  count: number
  /** Whole joints of the kind that come off here; 0 where the joint is not laid out or comes off in parts. */
  sets: number
}

/**
 * The joints that a step lets go and whose fasteners are all eased by a little before one is out: those of three bolts and more, and those
 * whose sheet says how.
 *
 * @example slackenedAt(sheet, stepOf(sheet, 'cover-off')).map(({ joint, count }) => [joint.key, count]) // [['cover-joint', 12]]
 * Source: general practice: never one bolt wholly before the others.
 */
export function slackenedAt(sheet: Sheet, { removes }: Step): SlackenedJoint[] {
  if (!removes) return []
  return sheet.joints.flatMap((joint) => {
    const count = removes.find(({ part }) => part === joint.fastener)?.count
    if (count === undefined) return []
    const bolts = joint.layout ? boltCount(joint.layout) : 0
    if (bolts < FEWEST_BOLTS && !joint.loosening) return []
    return [{ joint, count, sets: bolts > 0 && count % bolts === 0 ? count / bolts : 0 }]
  })
}

/**
 * What to mind before a joint is let go, what kills first; the maker's manual and the rules of the site stand above it.
 *
 * @example slackeningCare(joint)[0] // 'Left-hand thread: it comes off clockwise.'
 * Source: general practice.
 */
export function slackeningCare({ leftHand, loosening, count }: Pick<Joint, 'leftHand' | 'loosening' | 'count'>): string[] {
  return [
    ...leftHand ? ['Left-hand thread: it comes off clockwise.'] : [],
    ...count > 1
      ? [
          'Pressure and load proved gone first, at the joint itself. Stand aside, not over it.',
          'The far side first, a quarter turn at most in the first pass; never one bolt fully before the others.',
          'Nuts and screws stay on by three threads until the joint is seen open.',
        ]
      : ['Pressure and load proved gone first.'],
    ...loosening ? [`Here: ${loosening.order}.`] : [],
    ...loosening?.stays ? [`Stays on: ${loosening.stays}.`] : [],
  ]
}
