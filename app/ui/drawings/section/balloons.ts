import type { Part } from '#core'
import { inARow, type Piece } from './lay-out'

export interface Balloon { part: Part, item: number, x: number, y: number, leader: string }

export const BALLOON_RADIUS = 9
const PITCH_PX = 2 * BALLOON_RADIUS + 3

/**
 * The numbers of the parts in a row below the section, each with a leader into its part; those that matter now come first where room is
 * short.
 */
export function balloonsOf(pieces: readonly Piece[], matters: (part: Part) => boolean, y: number, from: number, to: number): Balloon[] {
  const first = new Map<string, Piece>()
  for (const piece of pieces)
    if (piece.part.item !== undefined && !first.has(piece.part.key)) first.set(piece.part.key, piece)
  const shown = [...first.values()]
    .sort((a, b) => Number(matters(b.part)) - Number(matters(a.part)) || a.part.item! - b.part.item!)
    .slice(0, Math.max(0, Math.floor((to - from) / PITCH_PX)))
    .sort((a, b) => a.anchor.x - b.anchor.x)
  const xs = inARow(shown.map(piece => ({ middle: piece.anchor.x, width: PITCH_PX })), from, to)
  return shown.map(({ part, anchor }, i) => ({
    part,
    item: part.item!,
    x: xs[i]!,
    y,
    leader: `M${xs[i]!.toFixed(1)} ${y - BALLOON_RADIUS}L${anchor.x.toFixed(1)} ${anchor.y.toFixed(1)}`,
  }))
}
