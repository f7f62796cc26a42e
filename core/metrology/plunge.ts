import { DomainError } from '../domain-error'
import { mean, spread } from '../numbers'
import type { WorkingLine } from '../working'

export interface Plunge {
  /** Mean of the repeats, mm. */
  meanMm: number
  /** Largest minus smallest of the repeats, mm; 0 for a single one. */
  spreadMm: number
  /** Each repeat, mm. */
  valuesMm: number[]
  working: WorkingLine[]
}

function plunge(valuesMm: number[], label: string, formula: string, substituted: string): Plunge {
  const meanMm = mean(valuesMm)
  const spreadMm = spread(valuesMm)
  return {
    meanMm,
    spreadMm,
    valuesMm,
    working: [
      {
        label,
        formula,
        substituted,
        result: `${meanMm.toFixed(3)} mm, spread ${spreadMm.toFixed(3)} mm`,
        source: 'dial from stop to stop; general practice',
      },
    ],
  }
}

function need(pairs: readonly (readonly [number, number])[], what: string): void {
  if (pairs.length === 0) throw new DomainError('plunge.empty', `${what} needs at least one pair of readings.`)
  const broken = pairs.findIndex(pair => !pair.every(Number.isFinite))
  if (broken >= 0) throw new DomainError('plunge.not-a-number', `Pair ${broken + 1} is not complete.`, { pair: broken })
}

/**
 * Axial float: travel of the dial from stop to stop, as often as it was pushed.
 *
 * @param pushes dial readings at both stops, mm, in any order and from any zero
 * @throws DomainError `plunge.empty`, `plunge.not-a-number`
 * @example endFloat([{ oneStopMm: 0.12, otherStopMm: 0.31 }]).meanMm // 0.19
 */
export function endFloat(pushes: readonly { oneStopMm: number, otherStopMm: number }[]): Plunge {
  const pairs = pushes.map(({ oneStopMm, otherStopMm }) => [oneStopMm, otherStopMm] as const)
  need(pairs, 'A float')
  return plunge(
    pairs.map(([one, other]) => Math.abs(other - one)),
    'Float',
    'mean of |stop − stop|',
    pairs.map(([one, other]) => `|${other} − ${one}|`).join(', '),
  )
}

/**
 * Radial play by lifting and pressing: what the dial went up and down from rest, as often as it was done.
 *
 * @param lifts ways up and down from rest, mm, as amounts
 * @throws DomainError `plunge.empty`, `plunge.not-a-number`, `plunge.negative`
 * @example radialPlay([{ upMm: 0.08, downMm: 0.03 }]).meanMm // 0.11
 */
export function radialPlay(lifts: readonly { upMm: number, downMm: number }[]): Plunge {
  const pairs = lifts.map(({ upMm, downMm }) => [upMm, downMm] as const)
  need(pairs, 'A play')
  if (pairs.some(([up, down]) => up < 0 || down < 0))
    throw new DomainError('plunge.negative', 'Ways up and down are written as amounts, without a sign.')
  return plunge(
    pairs.map(([up, down]) => up + down),
    'Radial play',
    'mean of up + down',
    pairs.map(([up, down]) => `${up} + ${down}`).join(', '),
  )
}
