import { DomainError } from '../domain-error'
import type { Need } from './kit-need'

/** What a kit carries of a part of the sheet. */
export interface KitContent { part: string, count: number }

/** An item of the stores that fits a part; of several the first is preferred. */
export interface FittingStock {
  part: string
  item: string
  /** Pieces that are free: released, not reserved for others, not expired. */
  free: number
}

export interface KitLine extends Need {
  inKit: number
  /** From the shelves, the preferred item first. */
  fromStock: { item: string, count: number }[]
  short: number
  /** The kit has never had it: somebody has to think of it each time. */
  neverInKit: boolean
  /** Other items that fit, of which nothing was taken. */
  alternatives: string[]
}

export interface KitCheck { state: 'complete' | 'from stock' | 'short', lines: KitLine[] }

/**
 * What an overhaul needs against the kit and the shelves: what is in, what is short, and what the kit never contains.
 *
 * One item may fit several parts: pieces are given out in the order of the need, and none twice.
 *
 * @param need of `kitNeed`
 * @param kit contents of the kit of this kind; empty where there is none
 * @param stock items that fit, by part, the preferred first
 * @throws DomainError `kit.count` for a count below zero
 * @example kitCheck([{ part: 'lock-washer', name: 'Lock washer', count: 2, why: 'new each time' }], [], []).lines[0]!.neverInKit // true
 */
export function kitCheck(need: readonly Need[], kit: readonly KitContent[], stock: readonly FittingStock[]): KitCheck {
  if (![...need.map(({ count }) => count), ...kit.map(({ count }) => count), ...stock.map(({ free }) => free)].every(count => count >= 0))
    throw new DomainError('kit.count', 'Counts of a kit and of the shelves are zero or more.')
  const inKit = new Map<string, number>()
  for (const { part, count } of kit) inKit.set(part, (inKit.get(part) ?? 0) + count)
  // The same item stands once a part in the list: it lies on the shelf once.
  const left = new Map(stock.map(({ item, free }) => [item, free]))
  const lines = need.map((one): KitLine => {
    const covered = Math.min(one.count, inKit.get(one.part) ?? 0)
    let open = one.count - covered
    const fromStock: KitLine['fromStock'] = []
    const alternatives: string[] = []
    for (const { item } of stock.filter(({ part }) => part === one.part)) {
      const taken = Math.min(open, left.get(item)!)
      left.set(item, left.get(item)! - taken)
      open -= taken
      if (taken > 0) fromStock.push({ item, count: taken })
      else alternatives.push(item)
    }
    return { ...one, inKit: covered, fromStock, short: open, neverInKit: !inKit.has(one.part), alternatives }
  })
  const isShort = lines.some(({ short }) => short > 0)
  return { state: isShort ? 'short' : lines.some(({ fromStock }) => fromStock.length > 0) ? 'from stock' : 'complete', lines }
}
