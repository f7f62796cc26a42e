import { expect, test } from 'vitest'
import { nextDue } from './next-due'
import { timeToLimit } from './time-to-limit'
import { trend } from './trend'

/** Exact wear from 0 by one a thousand hours. */
const line = trend([0, 1000, 2000].map(hours => ({ hours, value: hours / 1000 })))
const reaches = (limit: number) => timeToLimit(line, { limit, side: 'upper', nowHours: 2000 })

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
