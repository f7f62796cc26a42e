import { describe, expect, it } from 'vitest'
import { JobAt } from '../../tests/support/job-at'
import { finish } from '../../tests/support/job-walk'
import { AS_IT_SHOULD, closeBlockers } from '.'

describe('hand checks and going back', () => {
  it('hold the tick until the hands are content, and open exactly the rungs above', () => {
    const bench = new JobAt('sliding-vane-pump', 'heads-final')
    expect(bench.try('step-done', { step: 'heads-final' })).toBe('step.duties-open')
    expect(bench.try('hand-checked', { step: 'heads-final', check: 'turns', answer: 'sings' })).toBe('hand-check.unknown-answer')
    expect(bench.try('hand-checked', { step: 'heads-final', check: 'turns', answer: 'binds' })).toBeNull()
    expect(bench.try('step-done', { step: 'heads-final' })).toBe('step.duties-open')
    expect(bench.try('gone-back', { step: 'vanes-off', reason: 'down again' })).toBe('back.down')
    const done = Object.keys(bench.state.done)
    expect(bench.try('gone-back', { step: 'vanes-on', reason: 'A vane stands proud' })).toBeNull()
    expect(done.filter(key => !bench.state.done[key])).toEqual(['vanes-on', 'far-seal-on', 'far-head-on'])
    // Its marks and pieces want to be looked at again, those of the drive end do not.
    expect(bench.duties('vanes-on')).toEqual(expect.arrayContaining(['check mark', 'place', 'hand check']))
    expect(bench.try('hand-checked', { step: 'rotor-on', check: 'turns', answer: AS_IT_SHOULD })).toBe('hand-check.unknown')
    expect(finish(bench.sheet, bench.state, () => 0).stuck).toBeNull()
  })

  it('send the work back from a no-go reading, and hold the close when one is measured afterwards', () => {
    const bench = new JobAt('torsional-taper-coupling', 'nut-lock')
    const measure = (deg: number) =>
      bench.try('reading-taken', { position: 'nut-witness', stage: 'as-left', values: [[deg]], typed: [[`${deg}°`]] })
    bench.try('mark-checked', { mark: 'MK-4', result: 'matches' })
    measure(30)
    expect(bench.try('step-done', { step: 'nut-lock' })).toBe('step.duties-open')
    measure(6)
    expect(bench.try('step-done', { step: 'nut-lock' })).toBeNull()
    measure(30)
    expect(
      closeBlockers(bench.sheet, bench.state)
        .filter(blocker => blocker.code === 'no-go')
        .map(blocker => blocker.step),
    ).toEqual(['nut-lock'])
  })
})
