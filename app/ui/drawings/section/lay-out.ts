import type { Axis, Outline, Part } from '#core'
import { frameOf, SQUARE, type Extent, type Stroke } from './frame'
import { isWhole, SYMBOL_DRAWINGS, symbolOf } from './symbol-of'

/** A rectangle of the plane of the section, in millimetres or pixels; y counts downwards. */
export interface Box { x0: number, x1: number, y0: number, y1: number }

/** One outline of a part, ready to be drawn. */
export interface Piece {
  key: string
  part: Part
  layer: NonNullable<Outline['layer']>
  strokes: Stroke[]
  /** The bare outline: what stays behind where the part is out. */
  ghost: string
  transform: string
  box: Box
  /** Where a leader ends: in its material, on the lower side. */
  anchor: { x: number, y: number }
}

export interface Section {
  pieces: Piece[]
  /** The centre lines, each as a path. */
  centres: string[]
  /** All that is drawn. */
  box: Box
  /** Pixels along the main axis, and on it. */
  x: (alongMm: number) => number
  axisY: number
  /** Where a place along an axis lies, at that diameter: above a lying axis, to the left of one that points up. */
  point: (alongMm: number, diameterMm: number, axis?: string) => { x: number, y: number }
  /** Which way the section of a part is hatched; parts that touch differ. */
  hatch: ReadonlyMap<string, number>
}

/** The ways parts are hatched: angle and distance of the lines, in pixels. */
export const HATCHES = [[45, 5], [135, 5], [30, 6], [150, 6], [60, 4], [120, 4]] as const
const LAYERS: readonly Piece['layer'][] = ['housing', 'shaft', 'still', 'turning']
/** A section may be drawn longer than it is, so that thin parts of a long machine can be seen; never more than this. */
const STRETCH = 1.6
const OVERHANG_PX = 12

export const unite = (boxes: readonly Box[]): Box => ({
  x0: Math.min(...boxes.map(box => box.x0)),
  x1: Math.max(...boxes.map(box => box.x1)),
  y0: Math.min(...boxes.map(box => box.y0)),
  y1: Math.max(...boxes.map(box => box.y1)),
})

type Placed = Required<Omit<Axis, 'key' | 'name'>>
const MAIN: Placed = { alongMm: 0, acrossMm: 0, direction: 'along' }

/** What an outline covers in the plane of the section, in millimetres. */
function boxOf(outline: Outline, axis: Placed): Box {
  const outer = Math.max(outline.outerMm, outline.outerEndMm ?? 0) / 2
  const inner = Math.min(outline.innerMm, outline.innerEndMm ?? outline.innerMm) / 2
  const { fromMm: from, toMm: to } = outline
  const across = { above: [inner, outer], below: [-outer, -inner], both: [-outer, outer] }[outline.side ?? 'both'] as [number, number]
  if (axis.direction === 'along')
    return { x0: axis.alongMm + from, x1: axis.alongMm + to, y0: -axis.acrossMm - across[1], y1: -axis.acrossMm - across[0] }
  // What is above an axis that points up lies to the left of it.
  const sides = { x0: axis.alongMm - across[1], x1: axis.alongMm - across[0] }
  return axis.direction === 'up'
    ? { ...sides, y0: -axis.acrossMm - to, y1: -axis.acrossMm - from }
    : { x0: axis.alongMm + across[0], x1: axis.alongMm + across[1], y0: -axis.acrossMm + from, y1: -axis.acrossMm + to }
}

/** The halves of an outline in the pixels of its axis. */
function extentsOf(outline: Outline, along: number, across: number, whole: boolean): Extent[] {
  const { fromMm, toMm, innerMm, outerMm, innerEndMm = innerMm, outerEndMm = outerMm, side, faces } = outline
  const half = (sign: 1 | -1): Extent => ({
    from: fromMm * along,
    to: toMm * along,
    inner: [sign * innerMm / 2 * across, sign * innerEndMm / 2 * across],
    outer: [sign * outerMm / 2 * across, sign * outerEndMm / 2 * across],
    isTurned: faces === 'from',
  })
  if (side) return [half(side === 'above' ? 1 : -1)]
  if (whole && innerMm === 0 && innerEndMm === 0) {
    const upper = half(1)
    return [{ ...upper, inner: [-upper.outer[0], -upper.outer[1]] }]
  }
  return [half(1), half(-1)]
}

/** The same stroke of both halves is one path. */
const joined = (halves: Stroke[][]): Stroke[] =>
  halves[0]!.map(({ role, d }, i) => ({ role, d: [d, ...halves.slice(1).map(half => half[i]!.d)].join('') }))

/** Parts that touch are hatched differently: each takes the first way that none of its neighbours has. */
function hatchOf(pieces: readonly { part: Part, box: Box }[], nearMm: number): Map<string, number> {
  const touch = (a: Box, b: Box) =>
    a.x0 - nearMm <= b.x1 && b.x0 - nearMm <= a.x1 && a.y0 - nearMm <= b.y1 && b.y0 - nearMm <= a.y1
  const hatch = new Map<string, number>()
  for (const { part } of pieces) {
    if (hatch.has(part.key)) continue
    const own = pieces.filter(piece => piece.part === part)
    const neighbours = pieces.filter(other => other.part !== part && own.some(piece => touch(piece.box, other.box)))
    const taken = new Set(neighbours.map(other => hatch.get(other.part.key)))
    const free = HATCHES.findIndex((_, i) => !taken.has(i))
    hatch.set(part.key, free < 0 ? hatch.size % HATCHES.length : free)
  }
  return hatch
}

/** Every outline of those parts as it lies in a room of that size. */
export function layOut(parts: readonly Part[], axes: readonly Axis[], room: Box): Section {
  const axisOf = new Map(axes.map(axis => [axis.key, { ...MAIN, ...axis }]))
  const all = parts
    .flatMap(part => (part.outlines ?? []).map((outline, i) => {
      const axis = (outline.axis && axisOf.get(outline.axis)) || MAIN
      return { key: `${part.key}-${i}`, part, outline, axis, box: boxOf(outline, axis) }
    }))
    .sort((a, b) => LAYERS.indexOf(a.outline.layer ?? 'housing') - LAYERS.indexOf(b.outline.layer ?? 'housing'))
  const extent = all.length ? unite(all.map(one => one.box)) : { x0: 0, x1: 1, y0: 0, y1: 1 }
  const [wide, high] = [Math.max(1, extent.x1 - extent.x0), Math.max(1, extent.y1 - extent.y0)]
  const [fitX, fitY] = [Math.max(1, room.x1 - room.x0) / wide, Math.max(1, room.y1 - room.y0) / high]
  const [scaleX, scaleY] = [Math.min(fitX, fitY * STRETCH), Math.min(fitY, fitX * STRETCH)]
  const left = (room.x0 + room.x1 - wide * scaleX) / 2
  const top = (room.y0 + room.y1 - high * scaleY) / 2
  const x = (mm: number) => left + (mm - extent.x0) * scaleX
  const y = (mm: number) => top + (mm - extent.y0) * scaleY
  const inPixels = ({ x0, x1, y0, y1 }: Box): Box => ({ x0: x(x0), x1: x(x1), y0: y(y0), y1: y(y1) })

  const pieces = all.map(({ key, part, outline, axis, box }): Piece => {
    const symbol = symbolOf(part, outline)
    const isAlong = axis.direction === 'along'
    const extents = extentsOf(outline, isAlong ? scaleX : scaleY, isAlong ? scaleY : scaleX, isWhole(symbol))
    const frames = extents.map(frameOf)
    const turn = { along: '', up: ' rotate(-90)', down: ' rotate(90)' }[axis.direction]
    const px = inPixels(box)
    const material = outline.side || outline.innerMm === 0 ? 0.5 : 1 - (outline.outerMm - outline.innerMm) / outline.outerMm / 4
    return {
      key,
      part,
      layer: outline.layer ?? 'housing',
      strokes: joined(frames.map(frame => SYMBOL_DRAWINGS[symbol](frame))),
      ghost: frames.map(frame => frame.path(SQUARE)).join(''),
      transform: `translate(${x(axis.alongMm).toFixed(2)} ${y(-axis.acrossMm).toFixed(2)})${turn}`,
      box: px,
      anchor: { x: (px.x0 + px.x1) / 2, y: px.y0 + (px.y1 - px.y0) * (isAlong ? material : 0.5) },
    }
  })

  const used = new Map<Placed, Box[]>()
  for (const { axis, box } of all) used.set(axis, [...(used.get(axis) ?? []), box])
  const centres = [...used].map(([axis, boxes]) => {
    const { x0, x1, y0, y1 } = inPixels(unite(boxes))
    return axis.direction === 'along'
      ? `M${x0 - OVERHANG_PX} ${y(-axis.acrossMm)}H${x1 + OVERHANG_PX}`
      : `M${x(axis.alongMm)} ${y0 - OVERHANG_PX}V${y1 + OVERHANG_PX}`
  })
  const point = (alongMm: number, diameterMm: number, key?: string) => {
    const { direction, ...axis } = (key && axisOf.get(key)) || MAIN
    const across = diameterMm / 2
    if (direction === 'along') return { x: x(axis.alongMm + alongMm), y: y(-axis.acrossMm - across) }
    const sign = direction === 'up' ? -1 : 1
    return { x: x(axis.alongMm + sign * across), y: y(-axis.acrossMm + sign * alongMm) }
  }
  return { pieces, centres, box: inPixels(extent), x, axisY: y(0), point, hatch: hatchOf(all, Math.max(wide, high) / 200) }
}

/**
 * Things of some width in a row, in the order given, each as near to where it wants to be as the others let it: neighbours that press on
 * each other share the way. Returns their middles.
 */
export function inARow(wanted: readonly { middle: number, width: number }[], from: number, to: number): number[] {
  const runs: { left: number, width: number, count: number, pull: number }[] = []
  for (const { middle, width } of wanted) {
    let run = { left: middle - width / 2, width, count: 1, pull: middle - width / 2 }
    for (let before = runs.at(-1); before && before.left + before.width > run.left; before = runs.at(-1)) {
      runs.pop()
      // Where the whole run would start if each of its things had its way: the mean of that.
      const pull = before.pull + run.pull - before.width * run.count
      run = { left: pull / (before.count + run.count), width: before.width + run.width, count: before.count + run.count, pull }
    }
    runs.push(run)
  }
  const lefts = runs.flatMap((run, i) => {
    const first = runs.slice(0, i).reduce((sum, one) => sum + one.count, 0)
    let left = run.left
    return wanted.slice(first, first + run.count).map(({ width }) => (left += width) - width)
  })
  // What would lie outside is pushed in from both ends.
  let low = from
  const pushed = lefts.map((left, i) => {
    const at = Math.max(left, low)
    low = at + wanted[i]!.width
    return at
  })
  let high = to
  for (let i = pushed.length - 1; i >= 0; i--) high = pushed[i] = Math.min(pushed[i]!, high - wanted[i]!.width)
  return pushed.map((left, i) => left + wanted[i]!.width / 2)
}
