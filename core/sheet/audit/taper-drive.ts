import { interferenceFit, stressVerdict, taperDriveUp } from '../../fits'
import { nutFactorOf, threadSize } from '../../fastening'
import { MATERIALS } from '../../materials'
import type { Joint, Position, SheetDocument } from '../schema'
import type { Found, Rule } from './finding'

const FORCE = /(\d+(?:\.\d+)?)\s?kN\b/g
/** What a hand estimate of friction and thread leaves open. */
const [LESS, MORE] = [0.5, 2]

/** Everything a drive-up means at its far end: stress in the hub and the force that it takes. */
function pressed({ ratio, meanMm, lengthMm, hubOuterMm, shaftBoreMm = 0, hub, shaft, hubYieldMPa, friction = 0.12 }: NonNullable<Joint['drives']>, driveUpMm: number) {
  const interferenceUm = driveUpMm / taperDriveUp({ taperRatio: ratio, interferenceUm: 1 }).driveUpMm
  const fit = interferenceFit({
    fitDiameterMm: meanMm, innerBoreMm: shaftBoreMm, outerDiameterMm: hubOuterMm, lengthMm, interferenceUm, friction,
    inner: MATERIALS[shaft], outer: { ...MATERIALS[hub], yieldMPa: hubYieldMPa },
  })
  // Up the slope: friction and the slope itself, half the taper on each side.
  const forceN = fit.pressForceN * (1 + 1 / (2 * ratio * friction))
  // Down again the slope helps.
  const holdsN = fit.pressForceN * (1 - 1 / (2 * ratio * friction))
  return { interferenceUm, forceN, holdsN, share: fit.hubStressShare, pressureMPa: fit.pressureMPa }
}

function ofJoint(sheet: SheetDocument, joint: Joint, drives: NonNullable<Joint['drives']>, { key, name, limits }: Position): Found[] {
  const { lower, upper } = limits
  if (lower === undefined || upper === undefined) return [{ list: 'positions', key, field: 'limits', severity: 'wrong', sentence: `${name}: a drive-up has a least and a most.` }]
  const [least, most] = [pressed(drives, lower), pressed(drives, upper)]
  const found: Found[] = []
  const kN = (newtons: number) => `${Math.round(newtons / 1000)} kN`
  if (most.share !== undefined && stressVerdict(most.share) === 'out')
    found.push({ list: 'positions', key, field: 'limits', severity: 'danger', sentence: `${name}: ${upper} mm is ${Math.round(most.interferenceUm)} µm and ${Math.round(most.pressureMPa)} MPa, ${Math.round(most.share * 100)} % of the yield of the hub.` })
  const { nominalMm } = threadSize(joint.thread)
  const byNutN = joint.torqueNm.aim * 1000 / (nutFactorOf(joint.lubricant.kind ?? 'oil') * nominalMm)
  if (byNutN < LESS * least.forceN || byNutN > MORE * most.forceN)
    found.push({ list: 'joints', key: joint.key, field: 'torqueNm', severity: 'wrong', sentence: `${joint.name}: ${joint.torqueNm.aim} N·m pull with ${kN(byNutN)}; ${name.toLowerCase()} of ${lower} to ${upper} mm takes ${kN(least.forceN)} to ${kN(most.forceN)}.` })
  const letGoN = Math.max(...sheet.steps.filter(step => step.removes?.some(({ part }) => part === joint.fastener))
    .flatMap(step => step.stuck ?? []).flatMap(({ how, text, stop }) => [...`${how} ${text} ${stop}`.matchAll(FORCE)].map(([, force]) => Number(force) * 1000)), 0)
  if (letGoN > 0 && letGoN < most.holdsN)
    found.push({ list: 'joints', key: joint.key, field: 'drives', severity: letGoN < least.holdsN ? 'wrong' : 'doubtful', sentence: `${joint.name}: the puller stops at ${kN(letGoN)}; the taper holds with up to ${kN(most.holdsN)}.` })
  return found
}

/** Drive-up, nut and puller of a taper agree with its geometry, and its hub does not yield. */
export const taperDrive: Rule = {
  name: 'taper-drive',
  source: 'Lamé (thick cylinders); geometry of the taper; nut factor by general practice',
  find: sheet => sheet.joints.filter(({ purpose }) => purpose === 'drive').flatMap((joint): Found[] => {
    const position = sheet.positions.find(({ key }) => key === joint.drives?.driveUp)
    if (joint.drives && position) return ofJoint(sheet, joint, joint.drives, position)
    return [{ list: 'joints', key: joint.key, field: 'drives', severity: 'doubtful', sentence: `${joint.name} drives up a taper; without its geometry nobody can check torque and drive-up.` }]
  }),
}
