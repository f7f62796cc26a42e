import { describe, expect, it } from 'vitest'
import { arcPath, CLOCK_HALF, drawnArc, placeOn, ringsOf, under } from './clock-picture'

describe('the picture of a clock', () => {
  it.each([1, 3, 12, 40])('has room for %i rings, each inside the one before', (count) => {
    const rings = ringsOf(count)
    expect(rings).toHaveLength(count)
    rings.forEach((ring, i) => {
      expect(ring.outerMm).toBeLessThan(CLOCK_HALF)
      expect(ring.innerMm).toBeGreaterThan(50)
      if (i > 0) expect(ring.outerMm).toBeLessThan(rings[i - 1]!.innerMm)
    })
  })

  it('finds ring and angle of what it has drawn', () => {
    const rings = ringsOf(8)
    for (const [i, ring] of rings.entries()) for (const deg of [0, 37, 180, 300]) {
      const { x, y } = placeOn(deg, ring.middleMm)
      expect(under(x, y, rings)).toEqual({ deg: expect.closeTo(deg, 6) as number, ring: i })
    }
    expect(under(0, 0, rings).ring).toBeNull()
    expect(under(0, -325, rings).ring).toBeNull()
  })

  it('draws arcs, points and whole rings', () => {
    const [ring] = ringsOf(1)
    expect(arcPath({ fromDeg: 0, toDeg: 360 }, ring!).match(/A/g)).toHaveLength(4)
    expect(arcPath({ fromDeg: 350, toDeg: 20 }, ring!)).toContain(' 0 0 1 ')
    expect(arcPath({ fromDeg: 10, toDeg: 250 }, ring!)).toContain(' 0 1 1 ')
    expect(arcPath({ fromDeg: 90, toDeg: 90 }, ring!)).not.toContain('NaN')
  })

  it('takes what a finger draws either way round, in steps of five degrees', () => {
    expect(drawnArc(350, 40)).toEqual({ fromDeg: 350, toDeg: 30 })
    expect(drawnArc(30, -40)).toEqual({ fromDeg: 350, toDeg: 30 })
    expect(drawnArc(92, 2)).toEqual({ fromDeg: 90, toDeg: 90 })
    expect(drawnArc(10, 355)).toEqual({ fromDeg: 0, toDeg: 360 })
  })
})
