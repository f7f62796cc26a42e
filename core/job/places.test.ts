import { describe, expect, it } from 'vitest'
import { JobAt } from '../../tests/support/job-at'

describe('places', () => {
  it('of a set take their own pieces only, unless all are new', () => {
    const bench = new JobAt('refrigeration-compressor', 'pistons-in')
    expect(bench.try('piece-placed', { part: 'pistons', piece: 'cylinder 3', place: 'cylinder 2' })).toBe('place.other-set')
    expect(bench.try('piece-placed', { part: 'pistons', piece: 'cylinder 9', place: 'cylinder 2' })).toBe('place.unknown')
    expect(bench.try('piece-placed', { part: 'pistons', piece: 'cylinder 2', place: 'cylinder 2' })).toBeNull()
    expect(bench.try('piece-placed', { part: 'pistons', piece: 'cylinder 2', place: 'cylinder 2' })).toBe('place.taken')
    expect(bench.duties('pistons-in').filter(kind => kind === 'place').length).toBe(3)
    bench.try('part-disposed', { part: 'pistons', disposition: 'replace' })
    expect(bench.duties('pistons-in').filter(kind => kind === 'place').length).toBe(2)
  })
})
