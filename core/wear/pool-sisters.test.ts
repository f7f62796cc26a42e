import { expect, test } from 'vitest'
import { normalFrom, randomFrom } from '../random'
import { poolSisters } from './pool-sisters'
import { timeToLimit } from './time-to-limit'
import { trend } from './trend'

const SPAN_HOURS = 10_000
const random = randomFrom(3)
const normal = normalFrom(random)

function history(n: number, slope: number, noise: number) {
  const at = n === 1 ? [0] : Array.from({ length: n }, () => random()).sort((a, b) => a - b)
  const [first, last] = [at[0]!, at[n - 1]!]
  return at.map(x => n === 1 ? 0 : (x - first) / (last - first)).map(x => ({ hours: x * SPAN_HOURS, value: slope * x + normal() * noise }))
}

test('a machine with few readings leans on its sisters, and its band covers what it says', () => {
  const covered = new Map<number, { inside: number, all: number }>()
  for (const sisters of [4, 6, 10]) {
    for (const between of [0.1, 0.3]) {
      for (const own of [1, 2, 3, 5]) {
        for (let i = 0; i < 120; i++) {
          const [noise, horizon] = [0.05 + 0.35 * random(), 0.1 + 1.9 * random()]
          const slopes = Array.from({ length: sisters }, () => Math.max(0.05, 1 + between * normal()))
          const readings = () => 3 + Math.floor(random() * 4)
          const fleet = slopes.map((slope, k) => ({ unit: `P-${k}`, points: history(k === 0 ? own : readings(), slope, noise) }))
          const nowHours = own === 1 ? 0 : SPAN_HOURS
          const { lowHours, highHours } = timeToLimit(poolSisters(fleet).units[0]!.trend!,
            { limit: slopes[0]! * (nowHours / SPAN_HOURS + horizon), side: 'upper', nowHours })
          const count = covered.get(own) ?? { inside: 0, all: 0 }
          const isInside = lowHours <= horizon * SPAN_HOURS && horizon * SPAN_HOURS <= highHours
          covered.set(own, { inside: count.inside + Number(isInside), all: count.all + 1 })
        }
      }
    }
  }
  for (const [own, { inside, all }] of covered) {
    expect(inside / all, `${own} of its own`).toBeGreaterThanOrEqual(0.76)
    if (own > 1) expect(inside / all, `${own} of its own`).toBeLessThanOrEqual(0.85)
  }
})

test('at a known spread it is the closed form of partial pooling', () => {
  const fleet = [[0.1, 0.9, 2.1, 2.8], [0, 1.4, 2.4, 4], [0.2, 2, 4.1, 5.8], [0, 1, 2.3, 3.1]].map((values, i) =>
    ({ unit: `P-${i}`, points: values.map((value, k) => ({ hours: k * 1000, value })) }))
  const between = 0.0005
  const { units, slopePerHour } = poolSisters(fleet, { between })
  const own = fleet.map(({ points }) => trend(points))
  const sigma = Math.sqrt(own.reduce((sum, { sigma, nu }) => sum + sigma ** 2 * nu, 0) / own.reduce((sum, { nu }) => sum + nu, 0))
  const v = own.map(({ sxx }) => sigma ** 2 / sxx)
  const precision = v.map(variance => 1 / (variance + between ** 2))
  const total = precision.reduce((sum, weight) => sum + weight, 0)
  const kind = own.reduce((sum, line, i) => sum + precision[i]! * line.slopePerHour, 0) / total
  expect(slopePerHour).toBeCloseTo(kind, 12)
  for (const [i, { trend: pooled, weight }] of units.entries()) {
    const share = between ** 2 / (between ** 2 + v[i]!)
    expect(weight).toBeCloseTo(share, 10)
    expect(pooled!.slopePerHour).toBeCloseTo(share * own[i]!.slopePerHour + (1 - share) * kind, 12)
    expect(pooled!.sigma ** 2 / pooled!.sxx).toBeCloseTo(1 / (1 / v[i]! + 1 / between ** 2) + (1 - share) ** 2 / total, 14)
    expect(pooled).toMatchObject({ sigma: expect.closeTo(sigma, 12), nu: 8, n: 4 })
  }
})

test('the one that wears otherwise is named and stands alone; its sisters do not follow it', () => {
  let [named, wrongly] = [0, 0]
  for (let i = 0; i < 100; i++) {
    const fleet = [3, 1, 1.1, 0.9, 1.05, 0.95].map((slope, k) => ({ unit: `P-${k}`, points: history(4, slope, 0.03) }))
    const { units, slopePerHour } = poolSisters(fleet)
    if (units[0]!.differs) {
      named++
      expect(units[0]!.trend!.slopePerHour).toBeCloseTo(trend(fleet[0]!.points).slopePerHour, 12)
      expect(slopePerHour! * SPAN_HOURS).toBeLessThan(1.3)
    }
    wrongly += units.slice(1).filter(({ differs }) => differs).length
  }
  expect(named).toBeGreaterThanOrEqual(98)
  expect(wrongly).toBeLessThanOrEqual(15)
})

test('is not pooled where too few stand to tell, and refuses what cannot be', () => {
  const few = poolSisters([{ unit: 'A', points: history(4, 1, 0.1) }, { unit: 'B', points: history(1, 1, 0.1) }])
  expect(few).toMatchObject({ slopePerHour: null, between: null, units: [{ weight: 1, differs: false }, { trend: null, weight: 1 }] })
  const short = poolSisters(['A', 'B', 'C'].map((unit, i) => ({ unit, points: history(i === 0 ? 4 : 2, 1, 0.1) })))
  expect(short.slopePerHour).toBeNull()
  expect(poolSisters([])).toEqual({ slopePerHour: null, between: null, units: [] })
  expect(() => poolSisters([{ unit: 'A', points: [] }])).toThrow(/needs readings/)
  expect(() => poolSisters(['A', 'A'].map(unit => ({ unit, points: history(3, 1, 0.1) })))).toThrow(/comes once/)
  expect(() => poolSisters([], { between: -1 })).toThrow(/zero or more/)
  // Exact histories of one slope: nothing between them, nothing unknown.
  const exact = poolSisters(['A', 'B', 'C'].map(unit => ({ unit, points: [0, 1, 2].map(hours => ({ hours, value: hours })) })))
  for (const { trend: line } of exact.units)
    expect(timeToLimit(line!, { limit: 4, side: 'upper', nowHours: 2 }).medianHours).toBeCloseTo(2, 6)
})
