import { radians } from '../angles'
import { randomFrom } from '../random'
import { anglesOf, type Position, type ReadingStage } from '../sheet'

/** As much of a position as decides how it truly is. */
export type MeasuredPlace = Pick<Position, 'key' | 'quantity' | 'method' | 'stations' | 'planes' | 'limits' | 'taperMm' | 'outOfRoundnessMm'>

/** What is true of one place of a machine: its value at a station, all round. */
export type TrueSize = (station: number, angleDeg: number) => number

/** The middle of what limits allow; what has none stands at 1. */
export function middleOf({ lower, upper }: Position['limits']): number {
  if (lower !== undefined && upper !== undefined) return (lower + upper) / 2
  if (upper !== undefined) return upper > 0 ? upper / 2 : upper - 1
  return lower !== undefined ? lower * 1.1 + 0.1 : 1
}

/** A number for a text, always the same. */
const seedOf = (text: string): number =>
  [...text].reduce((hash, letter) => Math.imul(hash ^ letter.codePointAt(0)!, 0x0100_0193), 0x811C_9DC5)

/**
 * How a place of one machine truly is, the same whenever it is looked at: worn by so much as found, good as left, with a little taper from
 * station to station and a little ovality round it. A run-out is an eccentricity with a high side.
 *
 * @param machine what tells one machine from another of its kind: the tag of the unit
 * @returns the value in the SI base of the position, at a station (from 0) and an angle
 * @example trueSize(positionOf(sheet, 'journal-de'), 'P-101', 'as-found')(0, 90)
 */
export function trueSize(position: MeasuredPlace, machine: string, stage: ReadingStage): TrueSize {
  const random = randomFrom(seedOf(`${machine} ${position.key} ${stage}`))
  const { lower, upper } = position.limits
  const middle = middleOf(position.limits)
  const half = Math.abs(middle - (upper ?? lower ?? middle / 2))
  // As found some of it is worn beyond its limit; as left all of it is inside.
  const reach = stage === 'as-found' ? 1.5 : 0.55
  const off = (2 * random() - 1) * reach * half
  const highDeg = Math.floor(random() * 360)
  const { taperMm = Infinity, outOfRoundnessMm = Infinity } = position
  const taper = (2 * random() - 1) * Math.min(0.08 * half, 0.4 * taperMm)
  const oval = random() * Math.min(0.08 * half, 0.2 * outOfRoundnessMm)
  if (position.method === 'run-out') {
    const total = (stage === 'as-found' ? 0.35 + random() * 0.8 : 0.2 + random() * 0.5) * (upper ?? 0.05)
    return (station, angleDeg) => total * (1 - 0.1 * station) / 2 * (1 + Math.cos(radians(angleDeg - highDeg)))
  }
  return (station, angleDeg) => middle + off + taper * station / position.stations.length + oval * Math.cos(2 * radians(angleDeg - highDeg))
}

/** The angle at which a plane of a reading is taken; planes without one stand a quarter turn apart. */
export const angleOfPlane = (position: Pick<Position, 'planes'>, plane: number): number => {
  const angle = anglesOf(position)[plane]
  return angle === undefined || Number.isNaN(angle) ? plane * 90 : angle
}
