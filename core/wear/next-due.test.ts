import { expect, test } from 'vitest'
import { intervalFit } from './interval-fit'
import { livesOf } from './life-of'
import { nearestLimit } from './nearest-limit'
import { nextDue } from './next-due'
import { dayAfterHours, dayBand, hoursAt, hoursPerDay, machineHours, questionHours } from './running-hours'
import { timeToLimit } from './time-to-limit'
import { trend } from './trend'

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

test('a part that is replaced begins a life of its own', () => {
  const row = (takenAt: string, stage: 'as-found' | 'as-left', hours: number | null, isRenewed = false) =>
    ({ takenAt, job: Number(takenAt.slice(0, 4)), stage, hours, value: 1, isRenewed, isGone: false })
  const rows = [
    row('2024-01-02', 'as-left', 1000), row('2025-01-02', 'as-found', 9000), row('2025-01-03', 'as-left', 9000, true), row('2025-01-04', 'as-left', 9000, true),
    row('2026-01-02', 'as-found', 16_500), row('2026-01-03', 'as-left', 16_500, true),
  ]
  expect(livesOf(rows.toReversed()).map(({ life, hoursSinceNew }) => [life, hoursSinceNew]))
    .toEqual([[0, null], [0, null], [1, 0], [1, 0], [1, 7500], [2, 0]])
  // Measured only when it is out, and replaced each time: nobody read the new one.
  const found = ['2024', '2025', '2026'].map((year, i) => ({ ...row(`${year}-01-02`, 'as-found', 5000 * i), isGone: i < 2 }))
  expect(livesOf([found[0]!, { ...found[0]!, takenAt: '2024-01-03' }, ...found.slice(1)]).map(({ life, hoursSinceNew }) => [life, hoursSinceNew]))
    .toEqual([[0, null], [0, null], [1, 5000], [2, 5000]])
})

/** Exact wear from 0 by one a thousand hours. */
const reaches = (limit: number) => timeToLimit(trend([0, 1000, 2000].map(hours => ({ hours, value: hours / 1000 }))), { limit, side: 'upper', nowHours: 2000 })

test('the nearest limit is the one that is reached first; what cannot be told says what would help', () => {
  const stands = [
    { position: 'a', name: 'Seat', time: reaches(9), readings: 3 }, { position: 'b', name: 'Ring', time: reaches(5), readings: 3 },
    { position: 'c', name: 'Bore', time: null, readings: 1 }, { position: 'd', name: 'Float', time: null, readings: 0 },
    { position: 'e', name: 'Gap', readings: 2, time: timeToLimit(trend([{ hours: 0, value: 1 }, { hours: 9, value: 2 }]), { limit: 9, side: 'upper', nowHours: 9 }) },
  ]
  const { nearest, untold } = nearestLimit(stands)
  expect(nearest).toMatchObject({ position: 'b', time: { medianHours: expect.closeTo(3000, 3) } })
  expect(untold.map(({ position, help }) => [position, help.split(' ').slice(0, 3).join(' ')])).toEqual([
    ['c', 'One more reading'], ['d', 'Nobody has measured'], ['e', 'One more reading,'],
  ])
  expect(nearestLimit([]).nearest).toBeNull()
})

test('due is the earliest of all reasons, and hours make no day on a machine that stands still', () => {
  const question = {
    today: '2026-01-01', nowHours: 2000, perDay: { perDay: 20, spread: 1 }, atHours: 2600, onDay: '2026-03-01', byRegulation: '2026-02-15',
    concessions: [{ what: 'worn ring', untilDay: '2026-05-01', untilHours: 2400 }], findings: [{ what: 'crack', byDay: '2026-06-01' }],
    forecasts: [{ what: 'Wear ring clearance', time: reaches(5) }],
  }
  expect(nextDue(question).map(({ reason, day }) => `${reason} ${day}`)).toEqual([
    'concession 2026-01-21', 'hours 2026-01-31', 'regulation 2026-02-15', 'calendar 2026-03-01', 'forecast 2026-05-31', 'finding 2026-06-01',
  ])
  expect(nextDue({ ...question, perDay: null }).map(({ reason }) => reason)).toEqual(['regulation', 'calendar', 'concession', 'finding'])
  expect(nextDue({ today: '2026-01-01', nowHours: 900, perDay: null, atHours: 800 })).toMatchObject([{ day: '2026-01-01', reason: 'hours' }])
  // A machine that nobody can do without is due while the chance is still small.
  const scattered = timeToLimit(trend([0, 1000, 2000, 3000, 4000].map((hours, i) => ({ hours, value: hours / 1000 + (i % 2) * 0.2 }))), { limit: 8, side: 'upper', nowHours: 4000 })
  const forecasts = [{ what: 'x', time: scattered }]
  const [usual, critical] = [false, true].map(isCritical => nextDue({ ...question, nowHours: 4000, forecasts, isCritical }).find(({ reason }) => reason === 'forecast')!.day)
  expect(critical! < usual!).toBe(true)
})

test('an interval suits its kind, or throws life away, or comes too late', () => {
  expect(intervalFit([0.2, 0.3, 0.25, 0.4]).verdict).toBe('too early')
  expect(intervalFit([0.5, 0.8, 0.7, 0.9, 0.6])).toMatchObject({ verdict: 'right', medianShare: 0.7, beyond: 0 })
  expect(intervalFit([0.5, 1.2, 0.7, 1.1, 0.9])).toMatchObject({ verdict: 'too late', beyond: 2 })
  expect(intervalFit([0.5, 0.6])).toMatchObject({ verdict: 'cannot be told', medianShare: null })
  expect(() => intervalFit([Number.NaN])).toThrow(/number/)
})
