import { describe, expect, it } from 'vitest'
import { liftPump } from '../../tests/support/demo-sheet'
import { after, before, refusalOf } from '../../tests/support/job-at'
import { eventOf } from '../../tests/support/job-walk'
import { openRungs } from '../teardown'
import { closeBlockers } from '.'

describe('closing', () => {
  it('is refused while rungs, marks, holds or steps are open, and says which', () => {
    const state = after(before('upper-casing-off'), 'upper-casing-off')
    expect(openRungs(liftPump, state).map(rung => rung.key)).toContain('upper-casing')
    const codes = new Map(closeBlockers(liftPump, state).map(blocker => [blocker.code, blocker.message]))
    expect(codes.get('open-rung')).toContain('still out')
    expect(codes.get('mark-unverified')).toContain('MK-')
    expect(codes.get('hold-unreleased')).toContain('hold point')
    expect(codes.get('step-open')).toBeDefined()
    expect(refusalOf(state, eventOf('job-closed', {}))).toBe('close.blocked')
  })
})
