import { expect, test } from 'vitest'
import { dayAfterHours, dayBand, hoursAt, hoursPerDay, machineHours, questionHours } from './running-hours'

const meter = [
  { at: '2024-01-01', hours: 1000 }, { at: '2024-07-01', hours: 4640 }, { at: '2024-07-11', hours: 20, wasHours: 4840 }, { at: '2025-01-01', hours: 3560 },
]

test('hours of a machine go on over a change of the meter, and what goes back or too fast is asked', () => {
  const hours = machineHours(meter)
  expect(hours.map(one => one.hours)).toEqual([1000, 4640, 4840, 8380])
  expect(machineHours([...meter].reverse())).toEqual(hours)
  expect(questionHours(meter, { at: '2025-02-01', hours: 4200 })).toBeNull()
  expect(questionHours(meter, { at: '2025-02-01', hours: 3000 })!.code).toBe('hours.back')
  expect(questionHours(meter, { at: '2025-02-01', hours: 0, wasHours: 3960 })).toBeNull()
  expect(questionHours(meter, { at: '2025-01-02', hours: 3600 })).toMatchObject({ code: 'hours.too-fast', message: '40 h in 1.0 days is more than days have hours.' })
  // One that is entered late must fit what came after it, too.
  expect(questionHours(meter, { at: '2024-03-01', hours: 5000 })!.code).toBe('hours.too-fast')
  expect(questionHours(meter, { at: '2024-06-01', hours: 4645 })!.code).toMatch(/hours\./)
  expect(() => questionHours(meter, { at: '2025-01-01', hours: 3600 })).toThrow(/of this moment/)
  for (const wrong of [{ at: 'soon', hours: 1 }, { at: '2025-02-01', hours: -1 }, { at: '2025-02-01', hours: Number.NaN }])
    expect(() => questionHours(meter, wrong)).toThrow(/zero or more/)
})

test('hours become days by how much the machine runs', () => {
  const rate = hoursPerDay(machineHours(meter))!
  expect(rate.perDay).toBeCloseTo(7380 / 366, 9)
  expect(rate.spread).toBeGreaterThan(0)
  expect(hoursPerDay([{ at: '2024-01-01', hours: 5 }])).toBeNull()
  expect(hoursAt(machineHours(meter), '2024-04-01')).toBeCloseTo(1000 + 3640 / 2, 0)
  expect(hoursAt(machineHours(meter), '2025-01-11')).toBeCloseTo(8380 + 10 * rate.perDay, 9)
  expect(hoursAt([], '2025-01-11')).toBeNull()
  expect(dayAfterHours('2026-01-01', 200, 20)).toBe('2026-01-11')
  expect([dayAfterHours('2026-01-01', 200, 0), dayAfterHours('2026-01-01', Infinity, 20)]).toEqual([null, null])
  expect(dayBand({ lowHours: 100, medianHours: 200, highHours: Infinity }, { perDay: 20, spread: 2 }, '2026-01-01'))
    .toEqual({ lowDay: '2026-01-05', medianDay: '2026-01-11', highDay: null })
})
