import type { Part, Sheet } from '../sheet'
import { isDone, type Progress } from './progress'

export interface PartLine {
  part: Part
  /** Pieces that are in the machine now. */
  inMachine: number
  /** Pieces that are out: in a bag or loose. */
  out: number
  /** Where the pieces that are out lie, one line a bag. */
  bagged: { tag: string, count: number }[]
  /** Pieces that are out and in no bag. */
  loose: number
}

/**
 * Where every piece of the machine is now. In each line `inMachine + out = part.count` and `sum of bagged + loose = out`.
 *
 * @returns one line a part, in the order of the sheet
 * @example partAccount(sheet, state).filter(line => line.loose > 0)
 */
export function partAccount(sheet: Sheet, progress: Progress): PartLine[] {
  const out = new Map<string, number>()
  for (const step of sheet.steps) {
    if (!isDone(progress, step.key)) continue
    for (const { part, count } of step.removes ?? []) out.set(part, (out.get(part) ?? 0) + count)
    for (const { part, count } of step.refits ?? []) out.set(part, (out.get(part) ?? 0) - count)
  }
  return sheet.parts.map((part) => {
    const isOut = out.get(part.key) ?? 0
    const bagged = stillBagged(progress.bags.filter(bag => bag.part === part.key), isOut)
    return { part, inMachine: part.count - isOut, out: isOut, bagged, loose: isOut - bagged.reduce((sum, bag) => sum + bag.count, 0) }
  })
}

/** What goes back is taken from the bags in the order in which they were filled, so the last filled hold what is still out. */
function stillBagged(bags: Progress['bags'], out: number): { tag: string, count: number }[] {
  const byTag = new Map<string, number>()
  let left = out
  for (const { tag, count } of [...bags].reverse()) {
    const stays = Math.min(count, left)
    if (stays > 0) byTag.set(tag, (byTag.get(tag) ?? 0) + stays)
    left -= stays
  }
  return [...byTag].map(([tag, count]) => ({ tag, count })).reverse()
}
