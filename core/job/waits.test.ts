import { describe, expect, it } from 'vitest'
import { AT, JobAt, later } from '../../tests/support/job-at'
import { stepOf } from '../sheet'
import { closeBlockers, debtsOf, runningWait, timersOf } from '.'

describe('waits', () => {
  const cooling = () => new JobAt('turbocharger', 'shield-off')

  it('begin with the tick they count from and hold the step until they are over', () => {
    const bench = cooling()
    const step = stepOf(bench.sheet, 'shield-off')
    expect(timersOf(bench.sheet, bench.state)).toMatchObject([
      { for: 'cooling', minutes: 240, startedAt: AT, endsAt: later(240), cut: false },
    ])
    expect(bench.try('step-done', { step: 'shield-off' })).toBe('step.waits')
    expect(runningWait(bench.sheet, bench.state, step, later(239))?.name).toBe('Turbocharger cools to the touch')
    expect(runningWait(bench.sheet, bench.state, step, later(240))).toBeUndefined()
    const ease = (at: string) => bench.try('joint-eased', { step: 'shield-off', joint: 'shield-joint' }, 'a', at)
    expect(ease(later(239))).toBe('step.waits')
    expect(ease(later(240))).toBeNull()
    expect(bench.try('step-done', { step: 'shield-off' }, 'a', later(240))).toBeNull()
    expect(timersOf(bench.sheet, bench.state)).toEqual([])
  })

  it('are cut short with a reason, once, and only while they run', () => {
    const bench = cooling()
    expect(bench.try('wait-cut', { step: 'nameplate', reason: 'no wait here' })).toBe('step.done-already')
    expect(bench.try('wait-cut', { step: 'shield-off', reason: 'over' }, 'a', later(300))).toBe('wait.none')
    expect(bench.try('wait-cut', { step: 'shield-off', reason: 'Stopped since yesterday, 30 °C' })).toBeNull()
    expect(bench.try('wait-cut', { step: 'shield-off', reason: 'again' })).toBe('wait.none')
    expect(bench.try('joint-eased', { step: 'shield-off', joint: 'shield-joint' })).toBeNull()
    expect(bench.try('step-done', { step: 'shield-off' })).toBeNull()
  })
})

describe('debts', () => {
  it('stay from snug to final and block the close', () => {
    const bench = new JobAt('torsional-taper-coupling', 'ring-screws-final')
    expect(debtsOf(bench.sheet, bench.state).map(debt => [debt.step.key, debt.paidBy.key])).toEqual([
      ['ring-screws-snug', 'ring-screws-final'],
    ])
    expect(closeBlockers(bench.sheet, bench.state).find(blocker => blocker.code === 'debt-open')?.message).toContain(
      'ring screws are only snug',
    )
    expect(debtsOf(bench.sheet, bench.tick('ring-screws-final').state)).toEqual([])
  })
})
