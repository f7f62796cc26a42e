import { expect, test } from 'vitest'
import { normalFrom, randomFrom } from '../random'
import { timeToLimit } from './time-to-limit'
import { trend } from './trend'
import { willItLast } from './will-it-last'

const HISTORIES = 1000
const SPAN_HOURS = 20_000
const random = randomFrom(4)
const normal = normalFrom(random)

/** A made-up history: readings at any hours of it, the line rising by 1 over it. */
function history(n: number, noise: number, sign: 1 | -1) {
  const at = Array.from({ length: n }, () => random()).sort((a, b) => a - b)
  const share = (x: number) => (x - at[0]!) / (at[n - 1]! - at[0]!)
  return at.map(x => ({ hours: share(x) * SPAN_HOURS, value: sign * (share(x) + normal() * noise) }))
}

test('the true line comes to its limit inside the band as often as the band says, and the band is narrow where the readings are good', () => {
  let [inside, all, finite] = [0, 0, 0]
  const widths: number[] = []
  for (const n of [3, 4, 5, 6, 7, 8]) {
    let insideN = 0
    for (let i = 0; i < HISTORIES; i++) {
      const side = i % 2 === 0 ? 'upper' : 'lower'
      const sign = side === 'upper' ? 1 : -1
      const [noise, horizon] = [0.05 + 0.35 * random(), 0.1 + 1.9 * random()]
      const at = { limit: sign * (1 + horizon), side, nowHours: SPAN_HOURS } as const
      const { lowHours, highHours } = timeToLimit(trend(history(n, noise, sign)), at)
      if (lowHours <= horizon * SPAN_HOURS && horizon * SPAN_HOURS <= highHours) insideN++
      const sharp = timeToLimit(trend(history(n, noise / 3, sign)), at)
      if (sharp.highHours < Infinity) finite++
      widths.push(sharp.highHours / sharp.lowHours)
    }
    expect(insideN / HISTORIES, `${n} readings`).toBeGreaterThanOrEqual(0.74)
    expect(insideN / HISTORIES, `${n} readings`).toBeLessThanOrEqual(0.86)
    inside += insideN
    all += HISTORIES
  }
  expect(inside / all).toBeGreaterThanOrEqual(0.76)
  expect(inside / all).toBeLessThanOrEqual(0.84)
  expect(finite / all).toBeGreaterThanOrEqual(0.98)
  expect(widths.sort((a, b) => a - b)[all / 2]).toBeLessThanOrEqual(1.8)
})

test('its points are those of the chance, which never falls', () => {
  for (let i = 0; i < 200; i++) {
    const side = i % 2 === 0 ? 'upper' : 'lower'
    const sign = side === 'upper' ? 1 : -1
    const limit = sign * (0.6 + 1.4 * random())
    const line = trend(history(3 + i % 5, 0.2, sign))
    const { lowHours, medianHours, highHours, chanceBefore } = timeToLimit(line, { limit, side, nowHours: SPAN_HOURS })
    expect(lowHours).toBeLessThanOrEqual(medianHours)
    expect(medianHours).toBeLessThanOrEqual(highHours)
    for (const [hours, chance] of [[lowHours, 0.1], [medianHours, 0.5], [highHours, 0.9]] as const) {
      if (hours === 0) expect(chanceBefore(0)).toBeGreaterThanOrEqual(chance)
      else if (hours === Infinity) expect(chanceBefore(1e9)).toBeLessThan(chance)
      else expect(chanceBefore(hours)).toBeCloseTo(chance, 6)
    }
    const chances = [0, 1000, 5000, 20_000, 100_000, 1e7].map(chanceBefore)
    expect([...chances].sort((a, b) => a - b)).toEqual(chances)
  }
})

test('says what a line says: exact ones, ones that go away, ones of which nothing is known', () => {
  const exact = trend([0, 8000, 16_000].map(hours => ({ hours, value: 0.4 + hours / 80_000 })))
  const at = (limit: number, side: 'upper' | 'lower') => timeToLimit(exact, { limit, side, nowHours: 16_000 })
  const all = (hours: unknown) => ({ lowHours: hours, medianHours: hours, highHours: hours })
  expect(at(0.8, 'upper')).toMatchObject(all(expect.closeTo(16_000, 3)))
  expect(at(0.3, 'lower')).toMatchObject(all(Infinity))
  expect(at(0.5, 'upper')).toMatchObject(all(0))
  expect(willItLast(at(0.8, 'upper'), 8000)).toBe(1)

  const two = timeToLimit(trend([{ hours: 0, value: 0 }, { hours: 10, value: 1 }]), { limit: 3, side: 'upper', nowHours: 10 })
  expect(two).toMatchObject({ lowHours: 0, medianHours: expect.closeTo(20, 9), highHours: Infinity })
  expect(willItLast(two, 10)).toBeNull()
  expect(willItLast(null, 10)).toBeNull()
  const measured = trend([0, 10].map(hours => ({ hours, value: hours / 10, uncertainty: 0.1 })))
  const known = timeToLimit(measured, { limit: 3, side: 'upper', nowHours: 10 })
  // σ 0.05, Sxx 50, n 2: ŷ − L is −0.1281 σ-lengths … by the normal deviate of 10 %.
  const z = (hours: number) => ((10 + hours) / 10 - 3) / (0.05 * Math.sqrt(1 / 2 + (5 + hours) ** 2 / 50))
  expect(z(known.lowHours)).toBeCloseTo(-1.2816, 3)
  expect(z(known.highHours)).toBeCloseTo(1.2816, 3)
  expect(() => timeToLimit(exact, { limit: Number.NaN, side: 'upper', nowHours: 0 })).toThrow(/numbers/)
})

test('a line that has been over its limit and comes back is not forgotten', () => {
  // Falling, and over the limit half way: the most of the chance lies behind the reading that is next.
  const falling = trend([0, 10, 20, 30].map((hours, i) => ({ hours, value: 2 - hours / 20 + (i % 2 === 0 ? 0.3 : -0.3) })))
  const { chanceBefore } = timeToLimit(falling, { limit: 1, side: 'upper', nowHours: 0 })
  expect(chanceBefore(1000)).toBeGreaterThanOrEqual(chanceBefore(5))
  expect(chanceBefore(5)).toBeGreaterThan(0.8)
})
