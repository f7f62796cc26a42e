import { describe, expect, it } from 'vitest'
import { fold, ready, refusalOf } from '../../tests/support/job-at'
import { eventOf } from '../../tests/support/job-walk'

describe('closing', () => {
  it('ends the log', () => {
    const closed = fold([eventOf('job-closed', {})], ready())
    expect(closed.closed?.by).toBe('Person a')
    expect(refusalOf(closed, eventOf('note-added', { text: 'too late' }))).toBe('job.closed')
    expect(refusalOf(closed, eventOf('job-closed', {}))).toBe('job.closed')
  })
})
