import { DomainError } from '../../domain-error'
import { boltCount, closesToRing, compareSchools, passPlan } from '../../fastening'
import { isSnugAt, passesOf, patternOf } from '../joint-torque'
import type { Joint } from '../schema'
import { jointOf, partOf } from '../sheet-index'
import type { Found, Rule } from './finding'

/** What the loosest bolt of a joint on a gasket is to keep of its target, friction left out. */
const LEAST_SHARE = 0.8

/** What the loosest bolt keeps when the joint is pulled as its sheet says; undefined where that cannot be simulated. */
function leastShare(joint: Joint): number | undefined {
  const { layout, thread, torqueNm: { aim: torqueNm }, lubricant } = joint
  const passes = passesOf(joint)
  // Rising passes and a round that goes on while a bolt still moves: more nobody can ask of a sheet.
  if (passes.finalRound && passes.shares.length > 1) return undefined
  if (!layout || boltCount(layout) < 4 || !closesToRing(layout)) return undefined
  try {
    const shares = passPlan({ torqueNm, ...passes }).map(({ share }) => share)
    return compareSchools({
      layout, thread, torqueNm, lubricant: lubricant.kind ?? 'oil', passes: shares, patterns: [patternOf(joint)], gasket: 'soft',
      secondsPerPull: 1,
    })[0]!.least
  } catch (error) {
    // A thread that there is not, or a pattern without sense, is told by its own rule.
    if (error instanceof DomainError) return undefined
    throw error
  }
}

/** A joint on a sheet gasket is pulled in as many passes as its loosest bolt needs to keep most of its force. */
export const jointEvenness: Rule = {
  name: 'joint-evenness',
  source: 'the joint simulated pull by pull on a sheet gasket of 1.5 mm, with usual proportions of a flange',
  find: sheet => sheet.steps.flatMap((step): Found[] => {
    if (!step.tightens || !step.refits?.some(({ part }) => partOf(sheet, part).kind === 'gasket')) return []
    const joint = jointOf(sheet, step.tightens)
    const least = isSnugAt(joint, step) ? undefined : leastShare(joint)
    if (least === undefined || least >= LEAST_SHARE) return []
    return [{
      list: 'joints', key: joint.key, field: 'passes', severity: 'doubtful',
      sentence: `${joint.name}: pulled as it says, its loosest bolt keeps ${Math.round(least * 100)} % on its gasket. Give it passes and a final round.`,
    }]
  }),
}
