import { expect, test } from 'vitest'
import { JobAt } from '../../tests/support/job-at'
import { isGone, isRenewed, wearLimitsOf } from './is-renewed'
import type { ReadingTaken } from './readings'

const job = new JobAt('split-casing-lift-pump')
const stamp = (n: number) => ({ event: `event-${n}`, n, by: 'A', byId: 'a', at: '2026-05-04T08:00:00.000Z' })
const reading = (position: string, stage: ReadingTaken['stage'], values: number[][]): ReadingTaken =>
  ({ ...stamp(stage === 'as-found' ? 1 : 2), position, stage, values, typed: values.map(line => line.map(String)) })
/** The state with these readings and words. */
const having = (readings: ReadingTaken[], said: Record<string, 'reuse' | 'repair' | 'replace' | 'scrap'> = {}) => ({
  ...job.state, readings,
  dispositions: Object.entries(said).map(([part, disposition]) => ({ ...stamp(3), part, disposition })),
})
const clearance = job.sheet.positions.find(({ key }) => key === 'ring-clearance')!
const [found, left] = [reading('ring-clearance', 'as-found', [[0.7], [0.72]]), reading('ring-clearance', 'as-left', [[0.46], [0.46]])]

test('a life begins with a part that is replaced or reworked, and where something stands clearly farther from its limit', () => {
  expect(isRenewed(job.sheet, having([found, left]), left)).toBe(true)
  expect(isRenewed(job.sheet, having([found, left]), found)).toBe(false)
  // As it was found, or worse: the same part goes on.
  for (const value of [0.71, 0.75]) {
    const same = reading('ring-clearance', 'as-left', [[value], [value]])
    expect(isRenewed(job.sheet, having([found, same]), same)).toBe(false)
    expect(isRenewed(job.sheet, having([found, same], { [clearance.part]: 'replace' }), same)).toBe(true)
    expect(isRenewed(job.sheet, having([found, same], { [clearance.part]: 'repair' }), same)).toBe(true)
    expect(isRenewed(job.sheet, having([found, same], { [clearance.part]: 'reuse' }), same)).toBe(false)
  }
  expect(isRenewed(job.sheet, having([left]), left)).toBe(false)
})

test('what was found has gone when its part was replaced, scrapped, or is new each time', () => {
  expect(isGone(job.sheet, having([found]), found)).toBe(false)
  for (const [said, gone] of [['replace', true], ['scrap', true], ['reuse', false], ['repair', false]] as const)
    expect(isGone(job.sheet, having([found], { [clearance.part]: said }), found)).toBe(gone)
  expect(isGone(job.sheet, having([left], { [clearance.part]: 'replace' }), left)).toBe(false)
  const ring = job.sheet.positions.find(({ part }) => job.sheet.parts.find(({ key }) => key === part)!.neverAgain)!
  expect(isGone(job.sheet, having([]), reading(ring.key, 'as-found', [[1]]))).toBe(true)
})

test('how far a position may wear is what it may stay at beyond what must hold as left, else what must hold', () => {
  expect(wearLimitsOf({ limits: { lower: 1, upper: 2 }, reuse: { upper: 3 } })).toEqual({ upper: 3 })
  expect(wearLimitsOf({ limits: { lower: 1, upper: 2 }, reuse: { lower: 1, upper: 3 } })).toEqual({ upper: 3 })
  expect(wearLimitsOf({ limits: { lower: 1, upper: 2 }, reuse: { lower: 0.8, upper: 2 } })).toEqual({ lower: 0.8 })
  expect(wearLimitsOf({ limits: { upper: 2 }, reuse: { lower: 0.8, upper: 3 } })).toEqual({ lower: 0.8, upper: 3 })
  expect(wearLimitsOf({ limits: { lower: 1, upper: 2 }, reuse: { lower: 1, upper: 2 } })).toEqual({ lower: 1, upper: 2 })
  expect(wearLimitsOf({ limits: { lower: 1, upper: 2 } })).toEqual({ lower: 1, upper: 2 })
})
