import { describe, expect, it } from 'vitest'
import type { Outline, Part } from '#core'
import { sheetForUnit, SYMBOLS } from '../../../../core'
import { demoDocuments } from '../../../../tests/support/demo-sheet'
import { balloonsOf } from './balloons'
import { frameOf } from './frame'
import { inARow, layOut, unite, type Box } from './lay-out'
import { carrierOf, liftOff } from './lift-off'
import { isWhole, SYMBOL_DRAWINGS } from './symbol-of'

const ROOM: Box = { x0: 10, x1: 490, y0: 60, y1: 220 }
const part = (key: string, outlines: Outline[], more: Partial<Part> = {}): Part =>
  ({ key, name: key, count: 1, kind: 'housing', outlines, ...more })
const numbersOf = (d: string) => (d.match(/-?\d+(\.\d+)?/g) ?? []).map(Number)
/** Corners of a path of absolute commands. */
const cornersOf = (d: string) => {
  const numbers = numbersOf(d)
  return numbers.flatMap((x, i) => i % 2 === 0 ? [{ x, y: numbers[i + 1]! }] : [])
}

describe('a frame', () => {
  it('lays the unit square into a taper, and turns it when its face looks back', () => {
    const extent = { from: 0, to: 100, inner: [10, 20], outer: [30, 60], isTurned: false } as const
    expect(frameOf(extent).path('M0 0L0 1L1 1L1 0L.5 .5Z')).toBe('M 0 -10 L 0 -30 L 100 -60 L 100 -20 L 50 -30 Z')
    expect(frameOf({ ...extent, isTurned: true }).path('M0 0L0 1')).toBe('M 100 -20 L 100 -60')
  })
})

describe('the symbols', () => {
  it.each(SYMBOLS)('%s is drawn in whatever room it has, with every number finite', (symbol) => {
    for (const [width, height] of [[300, 4], [4, 300], [40, 40], [1, 1]] as const) {
      const inside = isWhole(symbol) ? -height : 2
      const outside = 2 + height
      const frame = frameOf({ from: 0, to: width, inner: [inside, inside], outer: [outside, outside], isTurned: false })
      const strokes = SYMBOL_DRAWINGS[symbol](frame)
      expect(strokes.length).toBeGreaterThan(0)
      for (const { d } of strokes) {
        expect(d, symbol).toMatch(/^M/)
        expect(d, symbol).not.toMatch(/NaN|Infinity|undefined/)
      }
    }
  })

  it('look different from one another', () => {
    const frame = frameOf({ from: 0, to: 60, inner: [10, 10], outer: [50, 50], isTurned: false })
    const drawn = SYMBOLS.map(symbol => JSON.stringify(SYMBOL_DRAWINGS[symbol](frame)))
    // What is cut, what is not, what is dark all over: those share their one square, and rings of rubber and steel are dark.
    expect(new Set(drawn).size).toBeGreaterThanOrEqual(SYMBOLS.length - 3)
  })
})

describe('the machines of the demonstration', () => {
  it.each(demoDocuments.map(document => [document.key, document] as const))('%s fits its room, in its own proportions', (_key, document) => {
    const sheet = sheetForUnit(document)
    const { pieces, box, hatch } = layOut(sheet.parts, sheet.axes ?? [], ROOM)
    expect(box.x0).toBeGreaterThanOrEqual(ROOM.x0 - 0.01)
    expect(box.x1).toBeLessThanOrEqual(ROOM.x1 + 0.01)
    expect(box.y0).toBeGreaterThanOrEqual(ROOM.y0 - 0.01)
    expect(box.y1).toBeLessThanOrEqual(ROOM.y1 + 0.01)
    expect(pieces.length).toBeGreaterThanOrEqual(20)
    for (const piece of pieces) {
      expect(piece.anchor.x, piece.key).toBeGreaterThanOrEqual(piece.box.x0)
      expect(piece.anchor.y, piece.key).toBeLessThanOrEqual(piece.box.y1)
    }
    // A practised eye tells parts by their hatch: hardly any two that touch have the same.
    const cut = pieces.filter(piece => piece.strokes.some(stroke => stroke.role === 'body'))
    const touch = (one: Box, other: Box) => one.x0 <= other.x1 && other.x0 <= one.x1 && one.y0 <= other.y1 && other.y0 <= one.y1
    const touching = cut.flatMap((one, i) => cut.slice(i + 1)
      .filter(other => other.part !== one.part && touch(one.box, other.box))
      .map(other => [one.part.key, other.part.key] as const))
    const same = touching.filter(([a, b]) => hatch.get(a) === hatch.get(b))
    expect(same.length / Math.max(1, touching.length)).toBeLessThanOrEqual(0.15)
  })

  it('draws those with more than one shaft on more than one axis', () => {
    const gearbox = demoDocuments.find(document => document.key === 'split-bearing-gearbox')!
    const { pieces, centres } = layOut(gearbox.parts, gearbox.axes!, ROOM)
    const middle = (key: string) => {
      const box = unite(pieces.filter(piece => piece.part.key === key).map(piece => piece.box))
      return (box.y0 + box.y1) / 2
    }
    expect(centres).toHaveLength(2)
    expect(middle('pinion-shaft') - middle('wheel-shaft')).toBeGreaterThan(30)
  })
})

describe('an axis that points up or down', () => {
  it('counts from where it starts, away from the shaft', () => {
    const shaft = part('shaft', [{ fromMm: 0, toMm: 100, innerMm: 0, outerMm: 20, layer: 'shaft' }])
    const on = (direction: 'up' | 'down') => layOut(
      [shaft, part('cylinder', [{ fromMm: 30, toMm: 80, innerMm: 20, outerMm: 30, axis: 'c' }])],
      [{ key: 'c', name: 'Cylinder', alongMm: 50, direction }], { x0: 0, x1: 100, y0: 0, y1: 90 },
    )
    for (const direction of ['up', 'down'] as const) {
      const { pieces, axisY, x } = on(direction)
      const { box } = pieces.find(piece => piece.part.key === 'cylinder')!
      expect((box.x0 + box.x1) / 2).toBeCloseTo(x(50))
      expect(Math.sign((box.y0 + box.y1) / 2 - axisY)).toBe(direction === 'up' ? -1 : 1)
      expect((box.y1 - box.y0) / (box.x1 - box.x0)).toBeCloseTo(50 / 30, 1)
    }
  })
})

describe('what is out', () => {
  const shaft = part('shaft', [{ fromMm: 0, toMm: 400, innerMm: 0, outerMm: 60, layer: 'shaft' }], { kind: 'shaft' })
  const wheel = part('wheel', [{ fromMm: 150, toMm: 250, innerMm: 60, outerMm: 300, layer: 'turning' }], { kind: 'impeller', on: 'shaft' })
  const covers = part('covers', [{ fromMm: -20, toMm: 0, innerMm: 80, outerMm: 200 }, { fromMm: 400, toMm: 420, innerMm: 80, outerMm: 200 }])
  const parts = [shaft, wheel, covers]
  const byKey = new Map(parts.map(one => [one.key, one]))
  const { pieces } = layOut(parts, [], ROOM)
  const above: Box = { x0: 0, x1: 500, y0: 4, y1: 56 }
  const lift = (...out: string[]) => liftOff(pieces, one => carrierOf(one, byKey, other => out.includes(other.key)), [], above)

  it('takes along what sits on it, until that is taken off by itself', () => {
    expect(lift('shaft').map(group => group.pieces.map(piece => piece.part.key))).toEqual([['shaft', 'wheel']])
    expect(lift('shaft', 'wheel')).toHaveLength(2)
    expect(lift('wheel').flatMap(group => group.pieces.map(piece => piece.part.key))).toEqual(['wheel'])
    expect(carrierOf({ ...wheel, on: 'nowhere' }, byKey, () => false)).toBeUndefined()
  })

  it('hangs above its place in one proportion, apart from the rest, with a trace down to it', () => {
    const groups = lift('covers', 'shaft')
    expect(groups).toHaveLength(3)
    const scales = groups.map(group => Number(/scale\((.+)\)/.exec(group.transform)![1]))
    expect(new Set(scales).size).toBe(1)
    const spans = groups.map((group, i) => {
      const box = unite(group.pieces.map(piece => piece.box))
      const [x, y] = numbersOf(group.transform) as [number, number]
      expect(y + box.y0 * scales[i]!).toBeGreaterThanOrEqual(above.y0 - 0.1)
      const [, , toX, toY] = numbersOf(group.trace) as [number, number, number, number]
      expect(toX).toBeCloseTo((box.x0 + box.x1) / 2, 0)
      expect(toY).toBeCloseTo(box.y0, 0)
      return [x + box.x0 * scales[i]!, x + box.x1 * scales[i]!] as const
    })
    for (const [i, [left, right]] of spans.entries()) {
      expect(left).toBeGreaterThanOrEqual(above.x0)
      expect(right).toBeLessThanOrEqual(above.x1)
      if (i > 0) expect(left).toBeGreaterThan(spans[i - 1]![1])
    }
  })
})

describe('a row', () => {
  it('leaves things where they want to be, shares what is missing, and keeps within its ends', () => {
    const wanted = (...middles: number[]) => middles.map(middle => ({ middle, width: 10 }))
    expect(inARow(wanted(20, 60), 0, 100)).toEqual([20, 60])
    expect(inARow(wanted(50, 50), 0, 100)).toEqual([45, 55])
    expect(inARow(wanted(0, 100), 0, 100)).toEqual([5, 95])
    expect(inARow(wanted(98, 99, 100), 0, 100)).toEqual([75, 85, 95])
  })
})

describe('balloons', () => {
  it('stand apart in the order of their parts, first those that matter where room is short', () => {
    const parts = Array.from({ length: 12 }, (_, i) => part(`p${i}`, [{ fromMm: i * 10, toMm: i * 10 + 8, innerMm: 10, outerMm: 40 }], { item: i + 1 }))
    const { pieces } = layOut(parts, [], ROOM)
    const all = balloonsOf(pieces, () => false, 240, 10, 490)
    expect(all.map(balloon => balloon.item)).toEqual(parts.map(one => one.item))
    for (const [i, balloon] of all.entries()) if (i > 0) expect(balloon.x - all[i - 1]!.x).toBeGreaterThanOrEqual(20)
    const few = balloonsOf(pieces, one => one.key === 'p11', 240, 10, 80)
    expect(few).toHaveLength(3)
    expect(few.map(balloon => balloon.item)).toContain(12)
    for (const { leader, part: of } of few) {
      const box = pieces.find(piece => piece.part === of)!.box
      const end = cornersOf(leader).at(-1)!
      expect(end.x).toBeGreaterThanOrEqual(box.x0)
      expect(end.x).toBeLessThanOrEqual(box.x1)
    }
  })
})
