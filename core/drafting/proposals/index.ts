import { SHIPPED_CATALOGUE, type Catalogue } from '../../growth'
import { applyEdits, type SheetDocument } from '../../sheet'
import { marksOfJoints } from './marks'
import { fitOfPair, limitsFromClass, usualReadings } from './measuring'
import { mirrorLimb } from './mirror-limb'
import { decided, liftingGear, massFromOutline, neverAgain, sectionFromOrder } from './parts'
import type { Proposal, Proposer } from './proposal'
import { jointIsPulled, torqueFromThread } from './torques'

export type { Proposal } from './proposal'

const PROPOSERS: readonly Proposer[] = [
  mirrorLimb, decided, liftingGear, torqueFromThread, jointIsPulled, neverAgain, marksOfJoints, limitsFromClass, fitOfPair,
  massFromOutline, usualReadings, sectionFromOrder,
]

/**
 * What could be written into a sheet next, each with its reason: the other side of a rung, what wears and is decided on, gear for what
 * hangs, a torque from thread and class, limits from a class, readings that the family usually gets. Each can be made as it stands; when
 * one is taken, the others are proposed anew.
 *
 * @param newId makes the rest of a key
 * @param shop families and words of the shop; those that ship when left out
 * @returns proposals that can be made, the gravest first
 * @example proposalsFor(draft, newId).map(({ what, why }) => `${what}: ${why}`)
 */
export const proposalsFor = (sheet: SheetDocument, newId: () => string, shop: Catalogue = SHIPPED_CATALOGUE): Proposal[] =>
  PROPOSERS.flatMap(propose => propose(sheet, newId, shop)).filter(({ edits }) => {
    try {
      applyEdits(sheet, edits)
      return true
    } catch {
      return false
    }
  })
