import { describe, expect, it } from 'vitest'
import { JobAt } from '../../tests/support/job-at'
import { stepOf } from '../sheet'
import { ladderOf, ladderStand } from '.'

describe('the extraction ladder', () => {
  it('is climbed rung by rung, each with its stop sign; what moved it is recorded', () => {
    const bench = new JobAt('torsional-taper-coupling', 'hub-off')
    const step = stepOf(bench.sheet, 'hub-off')
    expect(ladderOf(step).map(rung => rung.how)).toEqual(['Puller on the tapped holes', 'Oil injection', 'Puller, hub warmed'])
    expect(ladderOf(stepOf(bench.sheet, 'disc-off')).length).toBe(6)
    for (const rung of ladderOf(stepOf(bench.sheet, 'disc-off'))) expect(rung.stop).not.toBe('')
    expect(bench.try('extraction-tried', { step: 'hub-off', rung: 2, moved: true })).toBe('ladder.skipped')
    expect(bench.try('extraction-tried', { step: 'hub-off', rung: 0, moved: false })).toBeNull()
    expect(bench.try('extraction-tried', { step: 'hub-off', rung: 2, moved: true, reason: 'no oil pump in the shop' })).toBeNull()
    expect(ladderStand(bench.state, step)).toEqual({ next: 3, movedBy: 2 })
    expect(bench.try('extraction-tried', { step: 'isolate', rung: 0, moved: true })).toBe('ladder.none')
  })
})
