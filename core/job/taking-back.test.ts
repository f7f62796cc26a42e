import { describe, expect, it } from 'vitest'
import { after, before, refusalOf } from '../../tests/support/job-at'
import { eventOf } from '../../tests/support/job-walk'
import { lastStanding } from '.'

describe('taking back', () => {
  it('lets nothing of a step be undone while others stand on it', () => {
    const state = after(before('spacer-out'), 'spacer-out')
    expect(refusalOf(state, eventOf('undone', { event: state.done['mark-coupling']!.event }))).toBe('undo.stood-on')
    expect(refusalOf(state, eventOf('undone', { event: state.marksMade[0]!.event }))).toBe('undo.stood-on')
    expect(refusalOf(state, eventOf('undone', { event: state.done['spacer-out']!.event }))).toBeNull()
    expect(lastStanding(state, 'person-a')?.event).toBe(state.done['spacer-out']!.event)
  })
})
