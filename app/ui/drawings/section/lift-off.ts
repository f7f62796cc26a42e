import type { Assembly, Part } from '#core'
import { inARow, unite, type Box, type Piece } from './lay-out'

/** What hangs together above its place. */
export interface Lifted {
  key: string
  pieces: Piece[]
  transform: string
  /** From what was lifted to where it belongs. */
  trace: string
}

const GAP_PX = 8
/** What was lifted is drawn smaller than what is in, never larger. */
const MOST_SCALE = 0.62

/** The part something comes away with: what it sits on, as far as that is out and it has not been taken off. */
export function carrierOf(part: Part, byKey: ReadonlyMap<string, Part>, isOut: (part: Part) => boolean): Part | undefined {
  if (isOut(part)) return part
  const carrier = part.on && byKey.get(part.on)
  return carrier ? carrierOf(carrier, byKey, isOut) : undefined
}

/** Parts of one assembly hang together where they are neighbours; what still sits on a part hangs with it. */
function groupsOf(
  pieces: readonly Piece[],
  carrier: (part: Part) => Part | undefined,
  assemblies: readonly Assembly[],
  nearPx: number,
): { pieces: Piece[], box: Box }[] {
  const assemblyOf = new Map(assemblies.flatMap(({ name, parts }) => parts.map(part => [part, name] as const)))
  const groups: { of: string, carriers: Set<string>, pieces: Piece[], box: Box }[] = []
  for (const piece of pieces) {
    const host = carrier(piece.part)
    if (!host) continue
    const of = assemblyOf.get(host.key) ?? host.key
    const rides = host !== piece.part
    const mine = groups.filter(group => group.of === of && (
      (rides && group.carriers.has(host.key))
      || (group.box.x0 - nearPx <= piece.box.x1 && piece.box.x0 - nearPx <= group.box.x1)
    ))
    for (const other of mine) groups.splice(groups.indexOf(other), 1)
    groups.push({
      of,
      carriers: new Set([host.key, ...mine.flatMap(group => [...group.carriers])]),
      pieces: [...mine.flatMap(group => group.pieces), piece],
      box: unite([piece.box, ...mine.map(group => group.box)]),
    })
  }
  return groups
}

/** Everything that is out, in groups above where it belongs, as large as the room lets it be. */
export function liftOff(
  pieces: readonly Piece[],
  carrier: (part: Part) => Part | undefined,
  assemblies: readonly Assembly[],
  room: Box,
): Lifted[] {
  const nearPx = (room.x1 - room.x0) / 40
  const groups = groupsOf(pieces, carrier, assemblies, nearPx)
    .sort((a, b) => a.box.x0 + a.box.x1 - b.box.x0 - b.box.x1)
  if (groups.length === 0) return []
  const wide = groups.reduce((sum, { box }) => sum + box.x1 - box.x0, 0)
  const high = Math.max(...groups.map(({ box }) => box.y1 - box.y0))
  const scale = Math.min(MOST_SCALE, (room.y1 - room.y0) / high, (room.x1 - room.x0 - GAP_PX * groups.length) / wide)
  const middles = inARow(
    groups.map(({ box }) => ({ middle: (box.x0 + box.x1) / 2, width: (box.x1 - box.x0) * scale + GAP_PX })), room.x0, room.x1,
  )
  return groups.map(({ pieces: group, box }, i) => {
    const y = room.y1 - (box.y1 - box.y0) * scale
    const x = middles[i]! - (box.x1 - box.x0) * scale / 2
    return {
      key: group.map(piece => piece.key).join(' '),
      pieces: group,
      transform: `translate(${(x - box.x0 * scale).toFixed(2)} ${(y - box.y0 * scale).toFixed(2)}) scale(${scale.toFixed(4)})`,
      trace: `M${middles[i]!.toFixed(1)} ${room.y1 + 1}L${((box.x0 + box.x1) / 2).toFixed(1)} ${box.y0.toFixed(1)}`,
    }
  })
}
