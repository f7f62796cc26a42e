import type { Part, Sheet } from '../sheet'
import { isDone, PLACES, sheetNow, type PartMove, type Progress } from './progress'

export interface PartLine {
  part: Part
  /** Pieces that are in the machine now. */
  inMachine: number
  /** Pieces that the sheet has and this machine had not when they were counted; negative when it had more. */
  absent: number
  /** Places in the machine that are empty now: came out and not back. */
  out: number
  /** Pieces that lie in a bag or box, one line a tag. */
  bagged: { tag: string, count: number }[]
  /** Pieces that are out and in no bag. */
  loose: number
  washing: number
  /** Pieces that were sent to a shop outside. */
  outside: number
  /** Pieces that were written off. */
  scrapped: number
  /** New pieces that were taken from the kit. */
  fromKit: number
  /** Pieces that went back or on although none was at hand; 0 in every state that the guard lets through. */
  short: number
}

/** Pieces of a line that can be put in: loose or in a bag. */
export const atHand = (line: PartLine): number => line.loose + line.bagged.reduce((sum, bag) => sum + bag.count, 0)

/**
 * Where every piece of the machine is now. In each line `inMachine + out + absent = part.count`, and as long as the part is not replaced
 * `out + fromKit = loose + bagged + washing + outside + scrapped`: nothing comes from nowhere and nothing is lost.
 *
 * @returns one line a part, in the order of the sheet
 * @example partAccount(sheet, state).filter(line => line.loose > 0)
 */
export function partAccount(sheet: Sheet, progress: Progress): PartLine[] {
  const removed = new Map<string, number>()
  const refitted = new Map<string, number>()
  const absent = new Map<string, number>()
  const add = (to: Map<string, number>, part: string, count: number) => to.set(part, (to.get(part) ?? 0) + count)
  for (const step of sheetNow(sheet, progress).steps) {
    if (!isDone(progress, step.key)) continue
    const moved = progress.moved?.[step.key]
    for (const { part, count } of moved?.removes ?? step.removes ?? []) add(removed, part, count)
    for (const { part, count } of moved?.refits ?? step.refits ?? []) add(refitted, part, count)
    // A piece that was counted is what the machine had, whatever the sheet says.
    for (const { part, count } of moved?.removes.length ? (step.removes ?? []) : [])
      add(absent, part, count - (moved!.removes.find(one => one.part === part)?.count ?? count))
  }
  const moves = new Map<string, PartMove[]>()
  for (const move of progress.moves ?? []) {
    const known = moves.get(move.part)
    if (known) known.push(move)
    else moves.set(move.part, [move])
  }
  return sheet.parts.map((part) => {
    const missingFromStart = absent.get(part.key) ?? 0
    const out = (removed.get(part.key) ?? 0) - (refitted.get(part.key) ?? 0)
    const places = placesOf(removed.get(part.key) ?? 0, moves.get(part.key) ?? [])
    const take = (place: string, most: number) => {
      const taken = Math.min(Math.max(0, places.get(place) ?? 0), most)
      places.set(place, (places.get(place) ?? 0) - taken)
      return taken
    }
    const tags = [...places.keys()].filter(place => !NO_BAG.has(place))
    const fromKit = Math.max(0, -(places.get('kit') ?? 0))
    // A place out of which more went than was there.
    const missing = [...places].reduce((sum, [place, count]) => place === 'kit' || place === 'loose' ? sum : sum - Math.min(0, count), 0)
    // A removal that was taken back leaves its bag behind, empty.
    let overdrawn = -Math.min(0, places.get('loose') ?? 0)
    places.set('loose', Math.max(0, places.get('loose') ?? 0))
    for (const place of tags) overdrawn -= take(place, overdrawn)
    // What went back was taken from the table first, then from the bags in the order in which they were filled. Where new ones go
    // in, the old are written off instead.
    let back = refitted.get(part.key) ?? 0
    for (const place of ['loose', ...tags]) back -= take(place, back)
    const isReplaced = progress.replaced?.[part.key] !== undefined
    if (isReplaced) for (const place of ['washing', 'outside', 'scrapped']) back -= take(place, back)
    const bagged = tags.map(tag => ({ tag, count: places.get(tag)! })).filter(bag => bag.count > 0)
    return {
      part,
      inMachine: part.count - missingFromStart - out,
      out,
      absent: missingFromStart,
      bagged,
      fromKit,
      short: missing + overdrawn + (isReplaced ? 0 : back),
      loose: places.get('loose') ?? 0,
      washing: places.get('washing') ?? 0,
      outside: places.get('outside') ?? 0,
      scrapped: places.get('scrapped') ?? 0,
    }
  })
}

const NO_BAG: ReadonlySet<string> = new Set(PLACES)

function placesOf(removed: number, moves: readonly PartMove[]): Map<string, number> {
  const places = new Map<string, number>([['loose', removed]])
  for (const { count, from, to } of moves) {
    places.set(from, (places.get(from) ?? 0) - count)
    places.set(to, (places.get(to) ?? 0) + count)
  }
  return places
}
