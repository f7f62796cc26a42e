import { describe, expect, it } from 'vitest'
import type { BoltLayout } from '#core'
import { ringPicture } from './ring-picture'

describe('the picture of a joint', () => {
  it.each<[string, BoltLayout, boolean]>([
    ['one nut', { kind: 'circle', bolts: 1 }, true],
    ['a cover', { kind: 'circle', bolts: 12 }, true],
    ['the most that a tablet is asked to show', { kind: 'circle', bolts: 64 }, false],
    ['a frame', { kind: 'rectangle', long: 10, short: 6 }, true],
    ['two rows', { kind: 'rows', left: 4, right: 4 }, true],
    ['as drilled', { kind: 'free', points: [{ xMm: 0, yMm: 0 }, { xMm: 300, yMm: 20 }, { xMm: 140, yMm: -90 }] }, true],
  ])('of %s holds every bolt, and none on another', (_name, layout, hasNumbers) => {
    const { places, radius, width, height, hasNumbers: numbered } = ringPicture(layout)
    for (const { x, y } of places) {
      expect(Math.min(x, width - x, y, height - y)).toBeGreaterThanOrEqual(radius)
    }
    places.forEach((a, i) => places.slice(i + 1).forEach(b => expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeGreaterThan(2 * radius)))
    expect(Math.max(width, height)).toBeLessThanOrEqual(200)
    expect(numbered).toBe(hasNumbers)
  })

  it('has the index on top and goes clockwise', () => {
    const { places, width } = ringPicture({ kind: 'circle', bolts: 4 })
    const [top, right, bottom] = places
    expect(top!.x).toBeCloseTo(width / 2, 9)
    expect(top!.y).toBeLessThan(bottom!.y)
    expect(right!.x).toBeGreaterThan(top!.x)
  })
})
