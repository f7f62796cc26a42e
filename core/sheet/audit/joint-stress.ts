import { DomainError } from '../../domain-error'
import { checkTarget } from '../../fastening'
import type { Joint } from '../schema'
import type { Found, Rule } from './finding'

const percent = (share: number) => `${Math.round(share * 100)} %`

function stressOf(joint: Joint): Found[] {
  const at = { list: 'joints' as const, key: joint.key }
  const { name, thread, propertyClass, torqueNm: { aim: torqueNm }, nutClass, into, engagementMm } = joint
  if (!propertyClass)
    return [{ ...at, field: 'propertyClass', severity: 'thin', sentence: `${name}: no class, so nobody can check its torque.` }]
  // Two factors are enough to judge a sheet: dry, and whatever wets the thread. A slipperier paste is the maker's to say.
  const lubricant = joint.lubricant.kind === 'dry' ? 'dry' : 'oil'
  try {
    const target = { thread, propertyClass, torqueNm, lubricant, nutClass, into, engagementMm }
    const { shareOfProof, verdict, governedBy, reasons } = checkTarget(target)
    if (verdict === 'fits') return []
    const sentence = `${name}: ${torqueNm} N·m on ${thread} ${propertyClass}, ${joint.lubricant.text}, is ${percent(shareOfProof)} of the proof load of ${governedBy === 'bolt' ? 'its bolt' : `its ${governedBy}`}.${verdict === 'absurd' ? ` ${reasons.join(' ')}` : ''}`
    return [{ ...at, field: 'torqueNm', severity: verdict === 'low' ? 'doubtful' : 'wrong', sentence }]
  } catch (error) {
    if (!(error instanceof DomainError)) throw error
    const field = error.code.startsWith('class') ? 'propertyClass' : 'thread'
    return [{ ...at, field, severity: 'wrong', sentence: `${name}: ${error.message}` }]
  }
}

/**
 * The preload of a clamp joint lies between 15 and 85 % of the proof load of its class. A nut that drives up a taper is judged by its
 * drive-up, a set screw by its maker.
 */
export const jointStress: Rule = {
  name: 'joint-stress',
  source: 'ISO 898-1 (proof load); general practice (nut factor 0.20 dry, 0.15 otherwise)',
  find: sheet => sheet.joints.filter(({ purpose = 'clamp' }) => purpose === 'clamp').flatMap(stressOf),
}
