import { DomainError } from '../domain-error'
import { MATERIALS } from '../materials'
import { nutFactorOf } from './check-target'
import { simulateTightening, type TighteningModel } from './simulate-tightening'
import { threadSize } from './thread-size'
import { boltCount, closesToRing, tighteningOrder, type BoltLayout, type TighteningPattern } from './tightening-order'

const STEEL_MPA = MATERIALS.steel.youngMPa
/** A sheet gasket as it lies in most covers: 1.5 mm, pressed together. */
const SHEET = { modulusMPa: 300, thicknessMm: 1.5 }

export type GasketKind = 'soft' | 'metal'
export type UsualFlange = Pick<TighteningModel, 'radiusMm' | 'flange' | 'gasket' | 'bolt'>

/**
 * A flange as bolts of that thread usually have it, where nobody has measured this one: bolts 3.5 d apart, flange 3 d wide and 1.25 d
 * thick, of steel, on a sheet gasket of 1.5 mm under half its width or metal on metal.
 *
 * @param thread of the bolts; @param bolts how many lie in the ring; @param gasket what lies between
 * @throws DomainError those of `threadSize`
 * Range: good for telling schools apart on one joint, not for forces on a drawing.
 * Source: proportions of general practice; stiffness of a rod E A / l, of a strip E b / t.
 * @example usualFlange({ thread: 'M16', bolts: 12, gasket: 'soft' }).radiusMm // 107
 */
export function usualFlange({ thread, bolts, gasket }: { thread: string, bolts: number, gasket: GasketKind }): UsualFlange {
  const { nominalMm, stressAreaMm2 } = threadSize(thread)
  const [widthMm, thickMm] = [3 * nominalMm, 1.25 * nominalMm]
  return {
    radiusMm: 3.5 * nominalMm * bolts / (2 * Math.PI),
    flange: { flexuralRigidityNmm2: STEEL_MPA * widthMm * thickMm ** 3 / 12 },
    gasket: {
      foundationNPerMm2: gasket === 'soft' ? SHEET.modulusMPa * (widthMm / 2) / SHEET.thicknessMm : STEEL_MPA * widthMm / (4 * thickMm),
    },
    bolt: { stiffnessNPerMm: STEEL_MPA * stressAreaMm2 / (2 * thickMm + 0.8 * nominalMm) },
  }
}

export interface SchoolsInput {
  layout: BoltLayout
  thread: string
  torqueNm: number
  /** The word of the step: it makes the mean force of a bolt. */
  lubricant: string
  /** Shares of the torque, one a pass. */
  passes: readonly number[]
  patterns: readonly TighteningPattern[]
  gasket: GasketKind
  /** Wrench on, pulled, off. */
  secondsPerPull: number
}

/** What a school leaves behind: forces as shares of the target. */
export interface School {
  pattern: TighteningPattern
  finalShares: number[]
  least: number
  most: number
  tiltUm: number
  pulls: number
  minutes: number
}

/**
 * The schools on one joint, each simulated pull by pull without scatter of friction: what the bolts hold in the end, and the time it takes.
 *
 * @returns one a pattern, in the order in which they were given
 * @throws DomainError `schools.layout` for bolts that do not close to a ring, `schools.time`, and those of `simulateTightening`
 * Source: `simulateTightening` on a `usualFlange`.
 * @example compareSchools(input).map(school => school.most - school.least)
 */
export function compareSchools({ layout, thread, torqueNm, lubricant, passes, patterns, gasket, secondsPerPull }: SchoolsInput): School[] {
  if (!closesToRing(layout))
    throw new DomainError('schools.layout', 'Schools are compared where the bolts close to a ring: a circle or a frame.')
  if (!(secondsPerPull > 0 && secondsPerPull <= 3600)) throw new DomainError('schools.time', 'A pull takes from a moment to an hour.')
  const bolts = boltCount(layout)
  const flange = usualFlange({ thread, bolts, gasket })
  const targetN = torqueNm * 1000 / (nutFactorOf(lubricant) * threadSize(thread).nominalMm)
  return patterns.map((pattern) => {
    const { finalN, minN, maxN, tiltUm } = simulateTightening({
      ...flange, bolts, targetN, order: tighteningOrder({ layout, pattern }), passes,
      ...pattern === 'evenTurns' ? { pattern } : {},
    })
    const pulls = bolts * passes.length
    return {
      pattern, finalShares: finalN.map(force => force / targetN), least: minN / targetN, most: maxN / targetN, tiltUm, pulls,
      minutes: pulls * secondsPerPull / 60,
    }
  })
}
