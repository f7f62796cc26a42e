import { expect, test } from 'vitest'
import { demoSheet } from '../../tests/support/demo-sheet'
import { kitCheck } from './kit-check'
import { kitNeed, type Need } from './kit-need'
import { isExpired, lastGoodDay } from './shelf-life'
import { shortages } from './shortages'

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

test('what an overhaul needs follows its options, its target, what was decided and whether it is kit-complete', () => {
  const pump = demoSheet('split-casing-lift-pump')
  const keys = (...asked: Parameters<typeof kitNeed> extends [unknown, ...infer Rest] ? Rest : never) => kitNeed(pump, ...asked)
  const usual = keys({})
  expect(usual.length).toBeGreaterThan(0)
  expect(usual.every(({ part, why }) => why === 'new each time' && pump.parts.find(({ key }) => key === part)!.neverAgain)).toBe(true)
  const decided = pump.parts.find(({ key }) => key === 'wear-rings')!
  expect(keys({}, { [decided.key]: 'replace' }).filter(one => !usual.some(({ part }) => part === one.part))).toMatchObject([{ part: decided.key, why: 'decided' }])
  expect(keys({}, { [decided.key]: 'reuse', [usual[0]!.part]: 'reuse' })).toEqual(usual)
  const whole = keys({ kitComplete: true })
  expect(whole.length).toBeGreaterThan(usual.length)
  expect(whole.some(({ part, why }) => part === decided.key && why === 'whole kit')).toBe(true)
  expect(whole.some(({ part }) => pump.parts.find(({ key }) => key === part)!.kind === 'housing')).toBe(false)
  for (const { part, count } of whole) expect(count).toBeLessThanOrEqual(pump.parts.find(({ key }) => key === part)!.count)
  // As far as one part only: what stays in needs nothing.
  const target = usual[0]!.part
  expect(keys({ target }).length).toBeLessThanOrEqual(usual.length)
  expect(() => keys({ options: { nonsense: 'x' } })).toThrow(/option/)
  // Where the unit is built otherwise, another part is needed.
  const reducer = demoSheet('cycloidal-reducer')
  const built = (size: string) => kitNeed(reducer, { options: { size }, kitComplete: true }).map(({ part, count }) => `${count} ${part}`).join()
  expect(built('large')).not.toBe(built('small'))
})

test('elastomers are good to the day, and what was extended once is good until then', () => {
  expect(lastGoodDay({ cured: '2020-01-31', months: 13 })).toBe('2021-02-28')
  expect(lastGoodDay({ cured: '2020-02-29', months: 48 })).toBe('2024-02-29')
  expect([isExpired({ cured: '2020-01-31', months: 12 }, '2021-01-31'), isExpired({ cured: '2020-01-31', months: 12 }, '2021-02-01')]).toEqual([false, true])
  expect(isExpired({ cured: '2020-01-31', months: 12, extendedTo: '2021-06-30' }, '2021-02-01')).toBe(false)
  expect(lastGoodDay({ cured: '2020-01-31', months: 12, extendedTo: '2020-06-30' })).toBe('2021-01-31')
})

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
