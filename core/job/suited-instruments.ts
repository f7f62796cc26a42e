import { wrenchSuits } from '../fastening'
import type { Position } from '../sheet'
import type { QuantityKind } from '../units'

/** What the register knows of an instrument, as far as it decides where it is used. Range in the SI base of its quantity. */
export interface RegisteredInstrument { kind: string, quantity: QuantityKind, rangeFrom: number, rangeTo: number, step: number }

/** What an instrument for lengths can feel: a size from outside or inside, a depth, a gap, or how something changes against a base. */
type Sense = 'outside' | 'inside' | 'depth' | 'gap' | 'change'

/** What the kinds of the trade can feel (general practice), by a word that their names have in them. */
const SENSES: Readonly<Record<string, readonly Sense[]>> = {
  'bore gauge': ['inside'],
  'inside micrometer': ['inside'],
  'depth gauge': ['depth'],
  'depth micrometer': ['depth'],
  'micrometer': ['outside'],
  'caliper': ['outside', 'inside', 'depth'],
  'dial': ['change'],
  'feeler': ['gap'],
  'slip gauge': ['gap'],
  'plastic gauge': ['gap'],
  'lead wire': ['gap'],
}
/** Sizes: an instrument whose range does not hold them cannot show them. A change is read from any zero. */
const SIZES: readonly Sense[] = ['outside', 'inside', 'depth']

/** Every size that must lie on the scale. */
const sizesOf = (limits: Position['limits'], reuse: Position['reuse']): number[] =>
  [limits.lower, limits.upper, reuse?.lower, reuse?.upper].filter(size => size !== undefined)

/** What the named instruments feel; undefined when none of them is known. The first word that is in a name counts for it. */
function sensesOf(names: string): ReadonlySet<Sense> | undefined {
  let left = names.toLowerCase()
  const senses = new Set<Sense>()
  for (const [word, felt] of Object.entries(SENSES)) {
    if (!left.includes(word)) continue
    left = left.replaceAll(word, '')
    for (const sense of felt) senses.add(sense)
  }
  return senses.size > 0 ? senses : undefined
}

/**
 * The instruments of a register with which a position can be measured: those that the sheet may mean first, then others that feel the same.
 *
 * What measures another quantity, feels something else (a bore gauge cannot feel an alignment) or cannot reach the size is not offered. A
 * kind that nobody knows is not ruled out, because a shop knows its own instruments.
 *
 * @returns both lists in the order of the register
 * Source: general practice.
 * @example suitedInstruments(position, register).likely[0]?.tag
 */
export function suitedInstruments<T extends RegisteredInstrument>(
  { quantity, instrument, method, limits, reuse, needs }: Position,
  register: readonly T[],
): { likely: T[]; others: T[] } {
  const wanted = method === 'run-out' ? new Set<Sense>(['change']) : sensesOf(instrument)
  // What the sheet asks of an instrument stands above what follows from the limits.
  const { from = Math.min(...sizesOf(limits, reuse)), to = Math.max(...sizesOf(limits, reuse)), step = Infinity } = needs ?? {}
  const reaches = (row: T) => row.rangeFrom <= from && row.rangeTo >= to && row.step <= step
  const suits = (row: T) => {
    if (row.quantity !== quantity) return false
    const felt = quantity === 'length' ? sensesOf(row.kind) : undefined
    if (!felt || !wanted) return true
    const both = [...felt].filter(sense => wanted.has(sense))
    return both.some(sense => !SIZES.includes(sense) || reaches(row))
  }
  const isMeant = (row: T) => instrument.toLowerCase().includes(row.kind.toLowerCase()) && reaches(row)
  const suited = register.filter(suits)
  return { likely: suited.filter(isMeant), others: suited.filter(row => !isMeant(row)) }
}

/**
 * The torque wrenches of a register: those on whose scale a torque is to be trusted first, the smallest of them leading, then the others.
 *
 * @returns both lists; a wrench that is too small or too large is not hidden, because it may be the only one there is
 * Source: ISO 6789-1, 20 % to 100 % of the scale.
 * @example suitedWrenches(150, register).likely[0]?.tag
 */
export function suitedWrenches<T extends RegisteredInstrument>(torqueNm: number, register: readonly T[]): { likely: T[], others: T[] } {
  const wrenches = register.filter(({ quantity }) => quantity === 'torque').sort((a, b) => a.rangeTo - b.rangeTo)
  const suits = ({ rangeFrom, rangeTo }: T) => wrenchSuits(torqueNm, rangeTo, rangeFrom) === null
  return { likely: wrenches.filter(suits), others: wrenches.filter(one => !suits(one)) }
}
