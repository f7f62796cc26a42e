import { describe, expect, it } from 'vitest'
import { liftPump } from '../../tests/support/demo-sheet'
import { after, before, fold, ready, refusalOf } from '../../tests/support/job-at'
import { eventOf, finish } from '../../tests/support/job-walk'
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

  it('is refused with an old gasket in the machine until a new one is fitted', () => {
    let state = before('upper-casing-on')
    state = fold([eventOf('part-disposed', { part: 'casing-gasket', disposition: 'reuse', reason: 'the kit comes tomorrow' })], state)
    state = finish(liftPump, state, () => 0).state
    expect(closeBlockers(liftPump, state).map(blocker => [blocker.code, blocker.part])).toEqual([
      ['never-again-refitted-old', 'casing-gasket'],
    ])
    expect(refusalOf(state, eventOf('part-disposed', { part: 'casing-gasket', disposition: 'replace' }))).toBe('part.back-in')
  })

  it('is refused when a mark did not match', () => {
    let state = before('spacer-on')
    state = fold([eventOf('mark-checked', { mark: 'MK-1', result: 'lost' })], state)
    state = finish(liftPump, state, () => 0).state
    expect(closeBlockers(liftPump, state).map(blocker => blocker.message)).toEqual([expect.stringContaining('MK-1') as string])
    state = fold([eventOf('mark-checked', { mark: 'MK-1', result: 'matches' })], state)
    expect(closeBlockers(liftPump, state)).toEqual([])
  })

  it('ends the log', () => {
    const closed = fold([eventOf('job-closed', {})], ready())
    expect(closed.closed?.by).toBe('Person a')
    expect(refusalOf(closed, eventOf('note-added', { text: 'too late' }))).toBe('job.closed')
    expect(refusalOf(closed, eventOf('job-closed', {}))).toBe('job.closed')
  })
})
