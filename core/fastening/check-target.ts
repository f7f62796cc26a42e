import { POUND_FORCE_INCH_NM } from '../units'
import { engagement } from './engagement'
import { nutProofClass, propertyClass, PROPERTY_CLASSES } from './property-class'
import { requireTorque } from './require-torque'
import { threadSize } from './thread-size'
import { METRIC } from './thread-tables'

export type TargetVerdict = 'fits' | 'low' | 'high' | 'absurd'

export interface Target {
  thread: string
  propertyClass: string
  torqueNm: number
  lubricant: string
  /** Class of the nut: 8, 10, A4-80. The weaker of bolt and nut governs. */
  nutClass?: string | undefined
  /** What the thread bites into, and how far its full threads hold. The weaker of bolt and hole governs. */
  into?: string | undefined
  engagementMm?: number | undefined
}

export interface CheckedTarget {
  verdict: TargetVerdict
  /** Mean preload over the proof load of the weakest of bolt, nut and tapped hole. */
  shareOfProof: number
  governedBy: 'bolt' | 'nut' | 'tapped hole'
  preloadN: number
  nutFactor: number
  /** What may have happened to an absurd figure, each tried out; and what limits the figures. */
  reasons: string[]
}

/** Nut factor T = K F d by how a thread is met: general practice. */
const NUT_FACTORS: Readonly<Record<string, number>> = { 'dry': 0.2, 'anti-seize': 0.12 }
const WETTED = 0.15

/** The nut factor that a torque is judged with: dry 0.20, anti-seize 0.12, whatever else wets the thread 0.15. */
export const nutFactorOf = (lubricant: string): number => NUT_FACTORS[lubricant] ?? WETTED

/** Shares of proof between which a verdict holds. */
const [ABSURDLY_LOW, LOW, HIGH, ABSURDLY_HIGH] = [0.02, 0.15, 0.85, 1.2]

const verdictOf = (share: number): TargetVerdict =>
  share < ABSURDLY_LOW || share > ABSURDLY_HIGH ? 'absurd' : share < LOW ? 'low' : share > HIGH ? 'high' : 'fits'

/**
 * Whether a torque is one that its bolt can be asked for: the mean preload T / (K d) against the proof load of the class.
 *
 * @param thread as `threadSize` reads it
 * @param torqueNm the wanted torque, N·m, greater than zero
 * @param lubricant the word of the step: dry, oil, grease, anti-seize, thread lock, sealant, water
 * @param nutClass as `nutProofClass` reads it; @param into, engagementMm as `engagement` reads them
 * @throws DomainError `torque.target`, and those of `threadSize`, `propertyClass`, `nutProofClass` and `engagement`
 * Source: general practice (nut factor); ISO 898-1 (proof stress), ISO 898-2 (bolts that a nut holds). The maker's figure stands above it.
 * @example checkTarget({ thread: 'M12', propertyClass: '8.8', torqueNm: 70, lubricant: 'dry' }).verdict // 'fits'
 */
export function checkTarget(target: Target): CheckedTarget {
  requireTorque(target.torqueNm, 'torque.target')
  const { note } = propertyClass(target.propertyClass, threadSize(target.thread).nominalMm)
  const load = loadOf(target)
  const verdict = verdictOf(load.shareOfProof)
  return {
    ...load,
    verdict,
    reasons: [
      ...verdict === 'absurd' ? likelyReasons(target) : [],
      ...load.governedBy === 'bolt' ? [] : [`The ${load.governedBy} is weaker than the bolt and governs.`],
      ...note ? [note] : [],
    ],
  }
}

function loadOf({ thread, propertyClass: name, torqueNm, lubricant, nutClass, into, engagementMm }: Target) {
  const { nominalMm, stressAreaMm2 } = threadSize(thread)
  const nutFactor = nutFactorOf(lubricant)
  const preloadN = torqueNm * 1000 / (nutFactor * nominalMm)
  const proofN = (of: string) => propertyClass(of, nominalMm).proofMPa * stressAreaMm2
  const holds: { governedBy: CheckedTarget['governedBy'], loadN: number }[] = [{ governedBy: 'bolt', loadN: proofN(name) }]
  if (nutClass !== undefined) holds.push({ governedBy: 'nut', loadN: proofN(nutProofClass(nutClass)) })
  if (into !== undefined && engagementMm !== undefined)
    holds.push({ governedBy: 'tapped hole',
      loadN: proofN(name) * engagement({ thread, into, lengthMm: engagementMm, propertyClass: name }).share })
  const { governedBy, loadN } = holds.reduce((weakest, hold) => hold.loadN < weakest.loadN ? hold : weakest)
  return { nutFactor, preloadN, governedBy, shareOfProof: loadN > 0 ? preloadN / loadN : Infinity }
}

/** The usual slips, each tried out: only what makes the figure fit is told. */
function likelyReasons(target: Target): string[] {
  const fits = (changed: Partial<Target>) => {
    try {
      return verdictOf(loadOf({ ...target, ...changed }).shareOfProof) === 'fits'
    } catch {
      return false
    }
  }
  const reasons: string[] = []
  if (fits({ torqueNm: target.torqueNm * POUND_FORCE_INCH_NM })) reasons.push('The figure fits as lbf·in: the unit may have been mixed up.')
  if (fits({ torqueNm: target.torqueNm * POUND_FORCE_INCH_NM * 12 })) reasons.push('The figure fits as lbf·ft: the unit may have been mixed up.')
  for (const thread of neighbours(target.thread)) if (fits({ thread })) reasons.push(`The figure fits ${thread}: the size may be another.`)
  const stronger = PROPERTY_CLASSES.filter(name => name !== target.propertyClass && fits({ propertyClass: name }))
  if (stronger.length > 0) reasons.push(`The figure fits class ${stronger.slice(0, 3).join(', ')}.`)
  if (target.lubricant !== 'dry' && fits({ lubricant: 'dry' })) reasons.push('The figure fits a dry thread: it may have been meant for one.')
  return reasons
}

/** Coarse sizes that nobody takes by mistake. */
const UNUSUAL_MM = [3.5, 4.5, 7, 9, 11]

/** The usual coarse sizes next to a metric one. */
function neighbours(thread: string): string[] {
  const { series, nominalMm } = threadSize(thread)
  if (!series.startsWith('metric')) return []
  const isUsual = (diameterMm: number) => METRIC.get(diameterMm)!.coarseMm !== null && !UNUSUAL_MM.includes(diameterMm)
  const coarse = [...METRIC.keys()].filter(isUsual)
  const smaller = coarse.filter(diameterMm => diameterMm < nominalMm).at(-1)
  const larger = coarse.find(diameterMm => diameterMm > nominalMm)
  return [smaller, larger].filter(diameterMm => diameterMm !== undefined).map(diameterMm => `M${diameterMm}`)
}
