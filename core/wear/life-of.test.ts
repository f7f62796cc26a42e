import { expect, test } from 'vitest'
import { livesOf, withEarlierRuns } from './life-of'

const row = (takenAt: string, stage: 'as-found' | 'as-left', hours: number | null, isRenewed = false) =>
  ({ takenAt, job: Number(takenAt.slice(0, 4)), stage, hours, value: 1, isRenewed, isGone: false })

test('a part that is replaced begins a life of its own', () => {
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

test('a piece that is repaired and goes into a sister counts its hours on', () => {
  const put = (takenAt: string, hours: number | null, serial: string) => ({ ...row(takenAt, 'as-left', hours, true), serial })
  const first = livesOf([
    put('2021-01-01', 2000, 'S-7'), row('2022-01-01', 'as-found', 9000), put('2022-01-02', 9500, 'S-8'), row('2025-01-01', 'as-found', 20_000),
  ])
  const second = livesOf([
    put('2023-01-01', 500, 'S-7'), row('2024-01-01', 'as-found', 4500), put('2024-01-02', 4500, 'S-9'),
  ])
  const third = livesOf([put('2024-06-01', 100, 'S-7'), row('2025-06-01', 'as-found', 1100), row('2025-07-01', 'as-found', null)])
  const ages = withEarlierRuns([first, second, third].map(rows => ({ rows })))
    .map(({ rows }) => rows.map(({ hoursSinceNew }) => hoursSinceNew))
  // 7,500 h in the first and 4,000 h in the second machine.
  expect(ages).toEqual([[0, 7000, 0, 10_500], [7500, 11_500, 0], [11_500, 12_500, null]])
})
