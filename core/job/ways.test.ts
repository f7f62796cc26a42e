import { describe, expect, it } from 'vitest'
import { JobAt } from '../../tests/support/job-at'
import { finish } from '../../tests/support/job-walk'
import { closeBlockers, proposeWay } from '.'

describe('a fork', () => {
  const atFork = () => new JobAt('turbocharger', 'decide-way')
  const worn = (bench: JobAt) =>
    bench.try('reading-taken', {
      position: 'axial-play',
      stage: 'as-found',
      values: [[0.2], [0.2], [0.2]],
      typed: [['0.2'], ['0.2'], ['0.2']],
    })

  it('is proposed from the readings and signed; against them only with a reason', () => {
    const bench = atFork()
    expect(proposeWay(bench.sheet, bench.state, 'how-far')?.way).toBe('short')
    worn(bench)
    expect(proposeWay(bench.sheet, bench.state, 'how-far')).toMatchObject({
      way: 'full',
      reasons: expect.arrayContaining(['Axial play, three times: out']) as string[],
    })
    expect(bench.try('way-chosen', { choice: 'how-far', way: 'sideways' })).toBe('way.unknown')
    expect(bench.try('way-chosen', { choice: 'how-far', way: 'short' })).toBe('way.against-proposal')
    expect(bench.try('way-chosen', { choice: 'how-far', way: 'short', reason: 'Bearing ordered, runs until May' })).toBeNull()
    expect(bench.try('way-chosen', { choice: 'how-far', way: 'full' })).toBe('way.chosen-already')
  })

  it('closes the other way, and stays while steps of its own way are done', () => {
    const bench = atFork()
    worn(bench)
    expect(bench.try('way-chosen', { choice: 'how-far', way: 'full' })).toBeNull()
    expect(bench.try('step-done', { step: 'decide-short' })).toBe('step.other-way')
    const chosen = bench.state.ways['how-far']!.event
    bench.tick('decide-way').tick('mark-rotor')
    expect(bench.try('undone', { event: chosen })).toBe('undo.stood-on')
  })

  it('leads to the end on either way', () => {
    for (const way of ['short', 'full']) {
      const bench = atFork()
      bench.try('way-chosen', { choice: 'how-far', way, reason: 'to see' })
      const { state, stuck } = finish(bench.sheet, bench.state, () => 0)
      expect(stuck).toBeNull()
      expect(Object.hasOwn(state.done, 'rotor-out')).toBe(way === 'full')
      expect(closeBlockers(bench.sheet, state)).toEqual([])
    }
  })
})
