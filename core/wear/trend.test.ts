import { expect, test } from 'vitest'
import * as fc from 'fast-check'
import { normalFrom, randomFrom } from '../random'
import { trend, type WearPoint } from './trend'

test('is the line of least squares, for one life and for several', () => {
  // Draper and Smith give the sums; by hand: h̄ 2, Sxx 2, Sxy 3, ȳ 4, residuals 1/6 −1/3 1/6 of 1.
  const one = trend([{ hours: 1, value: 2.5 }, { hours: 2, value: 4 }, { hours: 3, value: 5.5 }])
  expect(one).toMatchObject({ slopePerHour: 1.5, atZero: 1, sigma: 0, n: 3, meanHours: 2, sxx: 2, nu: 1, leftOut: [] })
  const bent = trend([{ hours: 1, value: 2 }, { hours: 2, value: 5 }, { hours: 3, value: 5 }])
  expect(bent).toMatchObject({ slopePerHour: 1.5, atZero: 1, nu: 1 })
  expect(bent.sigma).toBeCloseTo(Math.sqrt(1.5), 12)

  // Two parts, each replaced: levels of their own, one slope; the level that counts is that of the one that is in.
  const lives = trend([
    { hours: 16_000, value: 0.9, life: 'first' }, { hours: 0, value: 0.5, life: 'first' },
    { hours: 16_000, value: 0.45, life: 'second' }, { hours: 24_000, value: 0.65, life: 'second' },
  ])
  expect(lives).toMatchObject({ slopePerHour: 0.000025, n: 4, nInLife: 2, nu: 1, meanHours: 20_000, sxx: 8000 ** 2 * 2 + 4000 ** 2 * 2 })
  expect(lives.atZero).toBeCloseTo(0.05, 12)
  expect(lives.working.map(({ label }) => label)).toEqual(['Slope', 'Line of the part that is in', 'Scatter σ'])
})

test('averages readings of one hour, and never trusts them more than their instrument', () => {
  const twice = trend([{ hours: 0, value: 1 }, { hours: 10, value: 1.9 }, { hours: 10, value: 2.1 }, { hours: 20, value: 3 }])
  expect(twice).toMatchObject({ n: 3, nu: 1, sigma: 0 })
  expect(twice.slopePerHour).toBeCloseTo(0.1, 12)
  const exact = (more: Partial<WearPoint>) => [0, 1, 2].map(hours => ({ hours, value: hours, ...more }))
  expect(trend(exact({ uncertainty: 0.02 })).sigma).toBeCloseTo(0.01, 12)
  expect(trend(exact({ step: 0.01 })).sigma).toBeCloseTo(0.01 / Math.sqrt(12), 12)
  expect(trend([{ hours: 0, value: 1 }, { hours: 5, value: 2 }])).toMatchObject({ nu: 0, sigma: 0, slopePerHour: 0.2 })
  expect(trend([{ hours: 0, value: 1, uncertainty: 0.1 }, { hours: 5, value: 2, uncertainty: 0.1 }]).sigma).toBeCloseTo(0.05, 12)
})

test('one slip among five readings and more is left out and named; sound histories keep all of theirs', () => {
  const normal = normalFrom(randomFrom(11))
  for (const n of [5, 6, 7, 8]) {
    let [named, spoiled, accused] = [0, 0, 0]
    for (let i = 0; i < 200; i++) {
      const sound = Array.from({ length: n }, (_, k) => ({ hours: k * 4000, value: 0.4 + 0.1 * k + normal() * 0.005 }))
      const slip = i % n
      const line = trend(sound.map((point, k) => k === slip ? { ...point, value: point.value + 0.25 } : point))
      if (line.leftOut.join() === `${slip}`) named++
      if (Math.abs(line.slopePerHour * 4000 - 0.1) > 0.01) spoiled++
      if (trend(sound).leftOut.length > 0) accused++
    }
    expect(named, `${n} readings`).toBeGreaterThanOrEqual(195)
    expect(spoiled, `${n} readings`).toBeLessThanOrEqual(5)
    expect(accused, `${n} readings`).toBeLessThanOrEqual(16)
  }
})

test('does not depend on the order, the unit of the value or of the hours', () => {
  const point = fc.record({ hours: fc.integer({ min: 0, max: 60_000 }), value: fc.double({ min: -5, max: 5, noNaN: true }) })
  fc.assert(fc.property(fc.array(point, { minLength: 4, maxLength: 9 }), fc.constantFrom(1, 2, 25.4), (some, scale) => {
    fc.pre(new Set(some.map(({ hours }) => hours)).size > 3)
    const line = trend(some)
    const other = trend(some.map(({ hours, value }) => ({ hours, value: value * scale })).reverse())
    expect(other.slopePerHour).toBeCloseTo(line.slopePerHour * scale, 8)
    expect(other.sigma).toBeCloseTo(line.sigma * scale, 6)
    expect(other.n).toBe(line.n)
  }))
})

test('refuses what makes no line', () => {
  expect(() => trend([])).toThrow(/needs readings/)
  expect(() => trend([{ hours: 5, value: 1 }])).toThrow(/two readings of the same part/)
  expect(() => trend([{ hours: 5, value: 1, life: 1 }, { hours: 9, value: 1, life: 2 }])).toThrow(/two readings of the same part/)
  for (const point of [{ hours: -1, value: 1 }, { hours: 1, value: Number.NaN }, { hours: Infinity, value: 1 },
    { hours: 1, value: 1, uncertainty: -1 }])
    expect(() => trend([point, { hours: 3, value: 1 }])).toThrow(/reading|uncertainty/)
})
