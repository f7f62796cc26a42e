import { describe, expect, it } from 'vitest'
import { JobAt } from '../../tests/support/job-at'
import { closeBlockers } from '.'

describe('pieces', () => {
  it('of a set go into their own places only, unless all are new', () => {
    const bench = new JobAt('refrigeration-compressor', 'pistons-in')
    expect(bench.try('piece-placed', { part: 'pistons', piece: 'cylinder 3', place: 'cylinder 2' })).toBe('place.other-set')
    expect(bench.try('piece-placed', { part: 'pistons', piece: 'cylinder 9', place: 'cylinder 2' })).toBe('place.unknown')
    expect(bench.try('piece-placed', { part: 'pistons', piece: 'cylinder 2', place: 'cylinder 2' })).toBeNull()
    expect(bench.try('piece-placed', { part: 'pistons', piece: 'cylinder 2', place: 'cylinder 2' })).toBe('place.taken')
    expect(bench.duties('pistons-in').filter(kind => kind === 'place').length).toBe(2)
    bench.try('part-disposed', { part: 'pistons', disposition: 'replace' })
    expect(bench.duties('pistons-in').filter(kind => kind === 'place').length).toBe(1)
  })

  it('that are not at hand cannot go in: 7 of 8 rollers', () => {
    const bench = new JobAt('cycloidal-reducer', 'rollers-on')
    expect(bench.try('part-moved', { part: 'output-rollers', count: 1, from: 'loose', to: 'scrapped' })).toBe('move.no-reason')
    expect(bench.try('part-moved', { part: 'output-rollers', count: 1, from: 'loose', to: 'scrapped', reason: 'chipped' })).toBeNull()
    expect(bench.try('step-done', { step: 'rollers-on' })).toBe('part.not-at-hand')
    expect(bench.try('part-moved', { part: 'output-rollers', count: 2, from: 'kit', to: 'loose' })).toBe('move.kit-not-wanted')
    expect(bench.try('part-moved', { part: 'output-rollers', count: 1, from: 'kit', to: 'loose' })).toBeNull()
    expect(bench.try('part-moved', { part: 'output-rollers', count: 1, from: 'scrapped', to: 'loose' })).toBe('move.scrapped')
    expect(bench.try('part-moved', { part: 'output-rollers', count: 9, from: 'loose', to: 'washing' })).toBe('move.not-there')
    expect(bench.try('step-done', { step: 'rollers-on', counted: [{ part: 'output-rollers', count: 7 }] })).toBe('count.differs')
    expect(bench.try('step-done', { step: 'rollers-on', counted: [{ part: 'output-rollers', count: 8 }] })).toBeNull()
  })

  it('that went to a shop come back before the step is done, and before the job closes', () => {
    const bench = new JobAt('refrigeration-compressor', 'grind-out')
    expect(bench.duties('grind-out')).toEqual(['outside'])
    bench.try('part-moved', { part: 'crankshaft', count: 1, from: 'loose', to: 'outside' })
    expect(bench.try('step-done', { step: 'grind-out' })).toBe('step.duties-open')
    expect(closeBlockers(bench.sheet, bench.state).map(blocker => blocker.code)).toContain('part-outside')
    bench.try('part-moved', { part: 'crankshaft', count: 1, from: 'outside', to: 'loose' })
    expect(bench.try('step-done', { step: 'grind-out' })).toBeNull()
  })

  it('that need no shop because new ones come, keep to that once the step is done', () => {
    const bench = new JobAt('refrigeration-compressor', 'grind-out')
    expect(bench.try('part-disposed', { part: 'crankshaft', disposition: 'replace' })).toBeNull()
    expect(bench.try('step-done', { step: 'grind-out' })).toBeNull()
    expect(bench.try('part-disposed', { part: 'crankshaft', disposition: 'reuse' })).toBe('part.stood-on')
    expect(bench.try('undone', { event: bench.state.done['grind-out']!.event })).toBeNull()
    expect(bench.try('part-disposed', { part: 'crankshaft', disposition: 'reuse' })).toBeNull()
    expect(bench.duties('grind-out')).toEqual(['outside'])
  })
})
