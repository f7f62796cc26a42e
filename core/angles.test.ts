import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { angleBetween, degrees, isOnArc, radians, roundTurn, widestGap } from './angles'

const angle = fc.integer({ min: -1440, max: 1440 })

describe('angles', () => {
  it.each([
    [-30, 330],
    [360, 0],
    [725, 5],
    [-1e-20, 0],
    [-720, 0],
  ])('%d° is %d° on its first turn', (deg, turned) => expect(roundTurn(deg)).toBe(turned))
  it.each([
    [350, 10, 20],
    [10, 350, -20],
    [0, 180, 180],
    [90, 270, 180],
    [720, 1, 1],
  ])('from %d° to %d° it is %d°', (from, to, way) => expect(angleBetween(from, to)).toBe(way))
  it.each([
    [5, 350, 20, true],
    [340, 350, 20, false],
    [350, 350, 20, true],
    [20, 350, 20, true],
    [15, 10, 20, true],
    [25, 10, 20, false],
  ])('%d° on the arc %d° to %d°: %s', (deg, fromDeg, toDeg, on) => {
    expect(isOnArc(deg, { fromDeg, toDeg })).toBe(on)
  })

  it('goes back and forth between degrees and radians', () => {
    fc.assert(fc.property(angle, (deg) => {
      expect(Math.abs(angleBetween(degrees(radians(deg)), deg))).toBeLessThan(1e-9)
      expect(degrees(radians(deg), 180)).toBeLessThan(180)
    }))
  })

  it('comes to the other direction by what lies between, and never by more than half a turn', () => {
    fc.assert(fc.property(angle, angle, (from, to) => {
      const way = angleBetween(from, to)
      expect(roundTurn(from + way)).toBe(roundTurn(to))
      expect(way).toBeGreaterThan(-180)
      expect(way).toBeLessThanOrEqual(180)
    }))
  })

  it('finds the widest gap, in which no direction lies, wherever zero is', () => {
    fc.assert(fc.property(fc.uniqueArray(fc.integer({ min: 0, max: 359 }), { minLength: 2, maxLength: 12 }), angle, (angles, shift) => {
      const gap = widestGap(angles)
      expect(widestGap(angles.map(one => one + shift)).widthDeg).toBe(gap.widthDeg)
      for (const one of angles) expect(one === gap.fromDeg || one === gap.toDeg || !isOnArc(one, gap)).toBe(true)
      expect(gap.widthDeg).toBeGreaterThanOrEqual(360 / angles.length)
    }))
    expect(widestGap([0, 90, 200])).toEqual({ fromDeg: 200, toDeg: 0, widthDeg: 160 })
    expect(widestGap([40]).widthDeg).toBe(360)
  })
})
