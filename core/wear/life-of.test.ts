import { expect, test } from 'vitest'
import { livesOf } from './life-of'

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
