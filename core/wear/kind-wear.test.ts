import { expect, test } from 'vitest'
import { kindInterval, positionWear, type KindRow } from './kind-wear'
import { tells } from './nearest-limit'

let taken = 0
const row = (unit: string, job: number, stage: KindRow['stage'], hours: number | null, value: number, more: Partial<KindRow> = {}): KindRow => ({
  unit, job, stage, hours, value, position: 'ring', name: 'Ring clearance', lower: null, upper: 0.9, uncertainty: 0.01, isCount: false,
  isRenewed: stage === 'as-left', isGone: false, takenAt: `20${20 + job}-01-01T00:00:${String(taken++ % 60).padStart(2, '0')}.000Z`, ...more,
})
/** A pump whose rings wear by so much in a thousand hours, replaced at each of three overhauls. */
const pump = (unit: string, perThousand: number, more: Partial<KindRow> = {}): KindRow[] => [1, 2, 3].flatMap(job => [
  row(unit, job, 'as-found', job * 8000, 0.45 + 8 * perThousand + 0.004 * (job % 2 ? 1 : -1), more),
  row(unit, job, 'as-left', job * 8000, 0.45, more),
])
const now = (hours: number, ...units: string[]) => new Map(units.map(unit => [unit, hours]))

test('each machine has a line of its own, helped by its sisters, from the part that is in to its limit', () => {
  const rows = ['P-1', 'P-2', 'P-3', 'P-4'].flatMap((unit, i) => pump(unit, 0.02 + 0.001 * i))
  const wears = positionWear(rows, now(26_000, 'P-1', 'P-2', 'P-3', 'P-4'))
  expect(wears.map(({ unit, readings, limit, differs }) => ({ unit, readings, limit, differs }))).toEqual(
    ['P-1', 'P-2', 'P-3', 'P-4'].map(unit => ({ unit, readings: 6, limit: { value: 0.9, side: 'upper' }, differs: false })))
  for (const { trend, time, weight, share } of wears) {
    expect(trend!.slopePerHour * 1000).toBeGreaterThan(0.019)
    expect(trend!.slopePerHour * 1000).toBeLessThan(0.025)
    // New at 24,000 h: 0.45 mm are left, at about 0.0215 a thousand hours, from 26,000 h on.
    expect(time!.medianHours).toBeGreaterThan(16_000)
    expect(time!.medianHours).toBeLessThan(22_000)
    expect(weight).toBeLessThan(1)
    expect(share).toBe(0)
  }
  // Only the one that is asked has its time worked out; its line stands on all of them.
  const [first, ...others] = positionWear(rows, now(26_000, 'P-1'), 'P-1')
  expect(first!.time!.medianHours).toBeCloseTo(wears[0]!.time!.medianHours, 6)
  expect(others.every(({ time }) => time === null)).toBe(true)
})

test('what is no wear, what nobody measured new, and what has no hours has no forecast', () => {
  const forecastOf = (rows: readonly KindRow[]) => positionWear(rows, now(26_000, 'P-1'))[0]!
  expect(forecastOf(pump('P-1', 0.02, { isCount: true }))).toMatchObject({ mayWear: false, time: null })
  expect(forecastOf(pump('P-1', 0.02, { lower: 0.9 }))).toMatchObject({ mayWear: false, time: null })
  expect(forecastOf(pump('P-1', 0.02).filter(({ stage }) => stage === 'as-left'))).toMatchObject({ mayWear: false, time: null })
  expect(forecastOf(pump('P-1', 0.02, { hours: null }))).toMatchObject({ mayWear: true, trend: null, time: null, readings: 0 })
  const gone = pump('P-1', 0.02).filter(({ stage }) => stage === 'as-found').map(one => ({ ...one, isGone: true }))
  expect(forecastOf(gone)).toMatchObject({ isPast: true, time: null, share: null })
  // With limits on both sides it is the one that the line goes to.
  const thinning = pump('P-1', -0.02, { lower: 0.1, upper: 0.9 })
  expect(forecastOf(thinning)).toMatchObject({ limit: { value: 0.1, side: 'lower' }, time: { medianHours: expect.any(Number) } })
  expect(tells(forecastOf(thinning).time!)).toBe(true)
})

test('the interval of a kind is judged by what each overhaul found farthest gone', () => {
  const wears = (perThousand: number) => positionWear(['P-1', 'P-2'].flatMap(unit => pump(unit, perThousand)), now(26_000, 'P-1', 'P-2'))
  expect(kindInterval(wears(0.01))).toMatchObject({ verdict: 'too early', n: 6 })
  expect(kindInterval(wears(0.045))).toMatchObject({ verdict: 'right', beyond: 0 })
  expect(kindInterval(wears(0.07))).toMatchObject({ verdict: 'too late', beyond: 6 })
  expect(kindInterval([])).toMatchObject({ verdict: 'cannot be told', n: 0 })
})
