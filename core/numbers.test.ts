import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { mean, spread, withoutDust } from './numbers'

const number = fc.double({ min: -1e4, max: 1e4, noNaN: true })

describe('numbers', () => {
  it.each([
    [0.1 + 0.2, 0.3],
    [70.019 - 70.012, 0.007],
    [-0.1 - 0.2, -0.3],
    [1e15 + 0.5, 1e15 + 0.5],
    [0, 0],
  ])('takes the dust off %d', (dusty, plain) => {
    expect(withoutDust(dusty)).toBe(plain)
  })

  it('changes nothing by more than half of the last digit that it keeps', () => {
    fc.assert(fc.property(number, fc.integer({ min: 3, max: 9 }), (value, decimals) => {
      expect(Math.abs(withoutDust(value, decimals) - value)).toBeLessThanOrEqual(0.5000001 * 10 ** -decimals)
    }))
  })

  it('has a mean between the smallest and the largest, and a spread that a shift leaves alone', () => {
    fc.assert(fc.property(fc.array(number, { minLength: 1, maxLength: 30 }), number, (values, shift) => {
      expect(mean(values)).toBeGreaterThanOrEqual(Math.min(...values) - 1e-9)
      expect(mean(values)).toBeLessThanOrEqual(Math.max(...values) + 1e-9)
      expect(spread(values.map(value => value + shift))).toBeCloseTo(spread(values), 8)
    }))
    expect([mean([1, 2, 6]), spread([0.19, 0.21, 0.2])]).toEqual([3, 0.02])
  })
})
