import { describe, expect, it } from 'vitest'
import { liftPump } from '../../tests/support/demo-sheet'
import { after, before, fold, JobAt, refusalOf } from '../../tests/support/job-at'
import { eventOf, finish } from '../../tests/support/job-walk'
import { closeBlockers } from '.'

describe('pieces', () => {
  it('that went to a shop come back before the step is done, and before the job closes', () => {
    const bench = new JobAt('direct-current-motor', 'wash')
    expect(bench.duties('wash')).toEqual(['outside'])
    bench.try('part-moved', { part: 'armature', count: 1, from: 'loose', to: 'outside' })
    expect(bench.try('step-done', { step: 'wash' })).toBe('step.duties-open')
    expect(closeBlockers(bench.sheet, bench.state).map(blocker => blocker.code)).toContain('part-outside')
    bench.try('part-moved', { part: 'armature', count: 1, from: 'outside', to: 'loose' })
    expect(bench.try('step-done', { step: 'wash' })).toBeNull()
  })

  it('that need no shop because new ones come, keep to that once the step is done', () => {
    const bench = new JobAt('direct-current-motor', 'wash')
    expect(bench.try('part-disposed', { part: 'armature', disposition: 'replace' })).toBeNull()
    expect(bench.try('step-done', { step: 'wash' })).toBeNull()
    expect(bench.try('part-disposed', { part: 'armature', disposition: 'reuse' })).toBe('part.stood-on')
    expect(bench.try('undone', { event: bench.state.done['wash']!.event })).toBeNull()
    expect(bench.try('part-disposed', { part: 'armature', disposition: 'reuse' })).toBeNull()
    expect(bench.duties('wash')).toEqual(['outside'])
  })

  it('do not go into bags unless they are loose', () => {
    const state = after(before('casing-nuts-off'), 'casing-nuts-off')
    const bagged = fold([eventOf('part-bagged', { part: 'casing-nuts', count: 20, tag: 'B-05' })], state)
    expect(refusalOf(bagged, eventOf('part-bagged', { part: 'casing-nuts', count: 3, tag: 'B-05' }))).toBe('bag.not-out')
    expect(refusalOf(bagged, eventOf('part-bagged', { part: 'casing-nuts', count: 2, tag: 'B-05' }))).toBeNull()
  })

  it('of the class never again keep the job open while an old one is in the machine', () => {
    let state = before('upper-casing-on')
    state = fold([eventOf('part-disposed', { part: 'casing-gasket', disposition: 'reuse', reason: 'the kit comes tomorrow' })], state)
    state = finish(liftPump, state, () => 0).state
    expect(closeBlockers(liftPump, state).map(blocker => [blocker.code, blocker.part])).toEqual([
      ['never-again-refitted-old', 'casing-gasket'],
    ])
    expect(refusalOf(state, eventOf('part-disposed', { part: 'casing-gasket', disposition: 'replace' }))).toBe('part.back-in')
  })
})
