import { expect, test } from 'vitest'
import { shortages } from './shortages'

test('what must be ordered by when, over what is planned and what comes', () => {
  const stock = [{ item: 'A', free: 3, least: 1, leadDays: 14 }, { item: 'B', free: 0, least: 2, leadDays: 7 }, { item: 'C', free: 9, least: 2, leadDays: 7 }]
  const needs = [
    { job: '2', day: '2026-04-01', item: 'A', count: 2 }, { job: '1', day: '2026-03-01', item: 'A', count: 2 }, { job: '1', day: '2026-03-01', item: 'C', count: 4 },
  ]
  expect(shortages(needs, [], stock)).toEqual([
    { item: 'A', count: 2, needBy: '2026-04-01', orderBy: '2026-03-18', jobs: ['2'] },
    { item: 'B', count: 2, needBy: null, orderBy: null, jobs: [] },
  ])
  // What comes on the day is there for the job of the day; what comes later lets it wait.
  expect(shortages(needs, [{ item: 'A', day: '2026-04-01', count: 2 }], stock.slice(0, 1))).toEqual([])
  expect(shortages(needs, [{ item: 'A', day: '2026-04-02', count: 2 }], stock.slice(0, 1))).toMatchObject([{ count: 1, jobs: ['2'] }])
})
