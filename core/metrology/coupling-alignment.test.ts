import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { couplingAlignment, type Quarters } from './coupling-alignment'

const feet = { toFrontFeetMm: 200, betweenFeetMm: 500 }
const quarters = (at: (angle: number) => number): Quarters => {
  const [topMm, rightMm, bottomMm, leftMm] = [0, 1, 2, 3].map(i => at(i * Math.PI / 2)) as [number, number, number, number]
  return { topMm, rightMm, bottomMm, leftMm }
}
/** What a rim dial reads on a circle that lies up and to the right of the shaft that carries it, by Pythagoras; its bracket droops. */
const rim = (up: number, right: number, sag: number, zero: number): Quarters => {
  const radius = 100
  return quarters((angle) => {
    const [y, x] = [Math.cos(angle), Math.sin(angle)]
    const along = up * y + right * x
    const reach = along + Math.sqrt(radius ** 2 - (up ** 2 + right ** 2 - along ** 2))
    return zero + reach - radius + sag * (1 - y) / 2
  })
}
const small = fc.double({ min: -0.5, max: 0.5, noNaN: true })
const tilt = fc.double({ min: -0.002, max: 0.002, noNaN: true })

describe('couplingAlignment', () => {
  it('by rim and face: a motor that stands 0.10 low, its gap open at the top', () => {
    const found = couplingAlignment({
      method: 'rim and face',
      rim: { topMm: 0, rightMm: 0.1, bottomMm: 0.2, leftMm: 0.1 },
      face: { topMm: 0, rightMm: -0.01, bottomMm: 0.04, leftMm: 0.05 },
      faceDiameterMm: 160, ...feet,
    })
    expect(found.vertical).toMatchObject({ offsetMm: -0.1, slope: -0.00025 })
    // Shims in: 0.10 + 0.05 in front, 0.10 + 0.175 behind.
    expect(found.vertical.frontFeetMm).toBeCloseTo(0.15, 9)
    expect(found.vertical.rearFeetMm).toBeCloseTo(0.275, 9)
    expect(found.horizontal.offsetMm).toBeCloseTo(0, 9)
    expect(found.horizontal.slope).toBeCloseTo(-0.000375, 9)
    expect(found.closesMm).toEqual([0, expect.closeTo(0, 9)])
  })

  it('by two dials: the textbook sum, sag taken off each', () => {
    const found = couplingAlignment({
      method: 'two dials',
      onMovable: { topMm: 0, rightMm: 0.06, bottomMm: 0.16, leftMm: 0.1 },
      onFixed: { topMm: 0, rightMm: -0.07, bottomMm: -0.12, leftMm: -0.05 },
      dialsApartMm: 250, onMovableSagMm: -0.04, onFixedSagMm: -0.04, ...feet,
    })
    expect(found.vertical.offsetMm).toBeCloseTo(-0.1, 9)
    expect(found.vertical.slope).toBeCloseTo((-0.1 + 0.04) / 250, 9)
    expect(found.vertical.rearFeetMm).toBeCloseTo(0.1 + 0.00024 * 700, 9)
    expect(found.horizontal.offsetMm).toBeCloseTo(-0.02, 9)
  })

  it('finds any small offset and slope again, from any zero and with any bracket, by both methods', () => {
    const droop = fc.double({ min: -0.2, max: 0, noNaN: true })
    fc.assert(fc.property(small, small, tilt, tilt, droop, small, (up, right, climbs, turns, sag, zero) => {
      const apart = 300
      const byFace = couplingAlignment({
        method: 'rim and face', rim: rim(up, right, sag, zero), rimSagMm: sag,
        face: quarters(angle => zero + 80 * (climbs * Math.cos(angle) + turns * Math.sin(angle))), faceDiameterMm: 160, ...feet,
      })
      const byDials = couplingAlignment({
        method: 'two dials', onMovable: rim(up, right, sag, zero), onMovableSagMm: sag, onFixedSagMm: sag, dialsApartMm: apart,
        onFixed: rim(-(up - climbs * apart), -(right - turns * apart), sag, zero), ...feet,
      })
      for (const { vertical, horizontal } of [byFace, byDials]) {
        expect(vertical.offsetMm).toBeCloseTo(up, 6)
        expect(horizontal.offsetMm).toBeCloseTo(right, 6)
        expect(vertical.slope).toBeCloseTo(climbs, 7)
        expect(horizontal.slope).toBeCloseTo(turns, 7)
        // Moved so, the feet lie in the line of the fixed shaft.
        expect(up + climbs * 700 + vertical.rearFeetMm).toBeCloseTo(0, 4)
      }
    }), { numRuns: 200 })
  })

  it.each([
    ['a quarter that is missing', { rim: { topMm: 0, rightMm: 0, bottomMm: NaN, leftMm: 0 } }, 'rim'],
    ['no circle', { faceDiameterMm: 0 }, 'faceDiameterMm'],
    ['no feet', { toFrontFeetMm: NaN }, 'toFrontFeetMm'],
    ['a sag of two millimetres', { rimSagMm: -2 }, 'rimSagMm'],
  ])('refuses %s', (_what, spoil, field) => {
    const dial = { topMm: 0, rightMm: 0, bottomMm: 0, leftMm: 0 }
    expect(() => couplingAlignment({ method: 'rim and face', rim: dial, face: dial, faceDiameterMm: 160, ...feet, ...spoil }))
      .toThrow(expect.objectContaining({ code: 'alignment.input', details: { field } }) as Error)
  })
})
