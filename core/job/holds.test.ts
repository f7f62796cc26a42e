import { describe, expect, it } from 'vitest'
import { JobAt } from '../../tests/support/job-at'
import { closeBlockers } from '.'

const unreleased = (bench: JobAt) => closeBlockers(bench.sheet, bench.state).filter(({ code }) => code === 'hold-unreleased').map(({ step }) => step)

describe('hold points', () => {
  it('take two persons', () => {
    const bench = new JobAt('lever-hoist')
    bench.try('hold-released', { step: 'take-out' }, 'lead')
    expect(bench.try('step-done', { step: 'take-out' }, 'lead')).toBe('hold.same-person')
    expect(bench.try('step-done', { step: 'take-out' }, 'a')).toBeNull()
  })

  it('hold their step until somebody has released them, once', () => {
    const bench = new JobAt('lever-hoist')
    expect(bench.duties('take-out')).toEqual(['hold'])
    expect(bench.try('step-done', { step: 'take-out' })).toBe('step.duties-open')
    expect(bench.try('hold-released', { step: 'take-out' }, 'lead')).toBeNull()
    expect(bench.duties('take-out')).toEqual([])
    expect(bench.try('hold-released', { step: 'take-out' }, 'other')).toBe('hold.released-already')
  })

  it('are released where there is one, after what comes before, and after all else that their step owes', () => {
    const bench = new JobAt('lever-hoist', 'load-test')
    const plain = bench.sheet.steps.find(({ hold }) => !hold)!
    expect(bench.try('hold-released', { step: plain.key }, 'lead')).toBe('hold.none')
    expect(bench.try('hold-released', { step: 'tag-again' }, 'lead')).toBe('step.too-early')
    // The load is not on the gauge yet: there is nothing to sign for.
    expect(bench.duties('load-test')).toContain('reading')
    expect(bench.try('hold-released', { step: 'load-test' }, 'lead')).toBe('hold.too-early')
  })

  it('keep the job open while they are not released, also of a step that is departed from', () => {
    const bench = new JobAt('lever-hoist', 'tag-again')
    expect(unreleased(bench)).toEqual(['tag-again'])
    bench.try('departure-made', { step: 'tag-again', how: 'done otherwise', reason: 'locked in the cage' })
    bench.try('departure-signed', { step: 'tag-again' }, 'lead')
    expect(bench.duties('tag-again')).toEqual(['hold'])
    expect(bench.try('step-done', { step: 'tag-again' })).toBe('step.duties-open')
    bench.try('hold-released', { step: 'tag-again' }, 'lead')
    expect([bench.try('step-done', { step: 'tag-again' }), unreleased(bench)]).toEqual([null, []])
  })

  it('are released anew when the work goes back below them', () => {
    const bench = new JobAt('lever-hoist', 'tag-again')
    expect(bench.state.released).toHaveProperty('load-test')
    expect(bench.try('gone-back', { step: 'load-test', reason: 'it creeps' })).toBeNull()
    expect(bench.state.released).not.toHaveProperty('load-test')
    expect(bench.state.released).toHaveProperty('decide')
    expect(unreleased(bench)).toEqual(['load-test', 'tag-again'])
  })
})
