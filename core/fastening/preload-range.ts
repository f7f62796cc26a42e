import { DomainError } from '../domain-error'
import type { WorkingLine } from '../working'
import { nutFactorOf } from './check-target'
import { propertyClass } from './property-class'
import { requireTorque } from './require-torque'
import { threadSize } from './thread-size'

export const TIGHTENING_TOOLS = ['wrench', 'angle', 'tensioner', 'impact', 'by feel'] as const
export type TighteningTool = (typeof TIGHTENING_TOOLS)[number]

/** Tightening factor αA = F_max / F_min, from and to: general practice after VDI 2230-1, table A8. */
const FACTORS: Readonly<Record<TighteningTool, readonly [number, number]>> = {
  'wrench': [1.6, 2], 'angle': [1.2, 1.4], 'tensioner': [1.2, 1.6], 'impact': [2.5, 4], 'by feel': [4, 4],
}
/** True for a tool that shows what it pulls. */
export const isMeasuring = (tool: TighteningTool): boolean => tool !== 'impact' && tool !== 'by feel'

/**
 * How far apart a tool that measures nothing leaves the bolts, in words; null for one that measures.
 *
 * @example scatterOf('impact') // 'the tightest bolt may hold 2.5 to 4 times what the loosest holds'
 */
export function scatterOf(tool: TighteningTool): string | null {
  if (isMeasuring(tool)) return null
  const [from, to] = FACTORS[tool]
  return `the tightest bolt may hold ${from === to ? from : `${from} to ${to}`} times what the loosest holds`
}

const SOURCE = 'tightening factor αA, general practice after VDI 2230-1, table A8'

export interface PreloadRange {
  lowN: number
  meanN: number
  highN: number
  /** Mean preload over proof stress times stress area. */
  shareOfProof: number
  /** αA that was reckoned with: the wide end of its range. */
  tighteningFactor: number
  working: WorkingLine[]
}

/**
 * How wide a tool scatters the preload of one torque: low = 2 mean / (1 + αA), high = αA low. The factor holds the scatter of friction
 * already, so it is never multiplied by that of `frictionOf`. The wide end of each range is taken.
 *
 * @param torqueNm torque at the bolt, N·m
 * @param lubricant the word of the step; @param tool wrench, angle, tensioner, impact, by feel
 * @throws DomainError `torque.value`, `tool.unknown`, and those of `threadSize` and `propertyClass`
 * Source: VDI 2230-1 (αA, general practice).
 * @example preloadRange({ thread: 'M12', propertyClass: '8.8', torqueNm: 70, lubricant: 'oil', tool: 'wrench' }).lowN
 */
export function preloadRange({ thread, propertyClass: name, torqueNm, lubricant, tool }: {
  thread: string, propertyClass: string, torqueNm: number, lubricant: string, tool: string
}): PreloadRange {
  requireTorque(torqueNm)
  if (!Object.hasOwn(FACTORS, tool))
    throw new DomainError('tool.unknown', `"${tool}" is no way to tighten; known are ${TIGHTENING_TOOLS.join(', ')}.`)
  const { nominalMm, stressAreaMm2 } = threadSize(thread)
  const { proofMPa } = propertyClass(name, nominalMm)
  const nutFactor = nutFactorOf(lubricant)
  const meanN = torqueNm * 1000 / (nutFactor * nominalMm)
  const [narrow, tighteningFactor] = FACTORS[tool as TighteningTool]
  const lowN = 2 * meanN / (1 + tighteningFactor)
  const highN = tighteningFactor * lowN
  const shareOfProof = meanN / (proofMPa * stressAreaMm2)
  const kN = (newtons: number) => `${(newtons / 1000).toFixed(1)} kN`
  const working: WorkingLine[] = [
    {
      label: 'Mean preload', formula: 'T / (K d)', substituted: `${torqueNm.toFixed(1)} N·m / (${nutFactor} × ${nominalMm.toFixed(2)} mm)`,
      result: `${kN(meanN)}, ${(shareOfProof * 100).toFixed(0)} % of proof`, source: 'general practice',
    },
    {
      label: 'Least and most', formula: '2 F / (1 + αA), αA times that',
      substituted: `αA = ${narrow === tighteningFactor ? narrow : `${narrow} to ${tighteningFactor}, the wide end`} (${tool})`,
      result: `${kN(lowN)} to ${kN(highN)}`, source: SOURCE,
    },
  ]
  return { lowN, meanN, highN, shareOfProof, tighteningFactor, working }
}
