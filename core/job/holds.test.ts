import { describe, expect, it } from 'vitest'
import { JobAt } from '../../tests/support/job-at'

describe('hold points', () => {
  it('take two persons', () => {
    const bench = new JobAt('lever-hoist')
    bench.try('hold-released', { step: 'take-out' }, 'lead')
    expect(bench.try('step-done', { step: 'take-out' }, 'lead')).toBe('hold.same-person')
    expect(bench.try('step-done', { step: 'take-out' }, 'a')).toBeNull()
  })
})
