import { expect, test } from 'vitest'
import { demoSheet } from '../../tests/support/demo-sheet'
import { kitNeed } from './kit-need'

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
