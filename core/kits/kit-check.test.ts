import { expect, test } from 'vitest'
import { kitCheck } from './kit-check'
import type { Need } from './kit-need'

const need = (part: string, count: number): Need => ({ part, name: part, count, why: 'new each time' })

test('a kit is held against what is needed by hand: in, from the shelf, short, never in it, alternatives', () => {
  const { state, lines } = kitCheck(
    [need('o-ring', 4), need('gasket', 1), need('lock-washer', 2), need('lip-seal', 2)],
    [{ part: 'o-ring', count: 3 }, { part: 'gasket', count: 2 }, { part: 'lip-seal', count: 1 }],
    // One item fits two places, and lies on the shelf once.
    [
      { part: 'o-ring', item: 'R1', free: 2 }, { part: 'lip-seal', item: 'S1', free: 0 }, { part: 'lip-seal', item: 'S2', free: 5 },
      { part: 'lock-washer', item: 'R1', free: 2 },
    ],
  )
  expect(state).toBe('short')
  expect(lines.map(({ name: _name, count: _count, why: _why, ...line }) => line)).toEqual([
    { part: 'o-ring', inKit: 3, fromStock: [{ item: 'R1', count: 1 }], short: 0, neverInKit: false, alternatives: [] },
    { part: 'gasket', inKit: 1, fromStock: [], short: 0, neverInKit: false, alternatives: [] },
    { part: 'lock-washer', inKit: 0, fromStock: [{ item: 'R1', count: 1 }], short: 1, neverInKit: true, alternatives: [] },
    { part: 'lip-seal', inKit: 1, fromStock: [{ item: 'S2', count: 1 }], short: 0, neverInKit: false, alternatives: ['S1'] },
  ])
  expect(kitCheck([need('gasket', 1)], [{ part: 'gasket', count: 1 }], []).state).toBe('complete')
  expect(kitCheck([need('gasket', 1)], [], [{ part: 'gasket', item: 'G', free: 1 }]).state).toBe('from stock')
  expect(() => kitCheck([need('gasket', -1)], [], [])).toThrow(/zero or more/)
})
