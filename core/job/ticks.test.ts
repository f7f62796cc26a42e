import { describe, expect, it } from 'vitest'
import { liftPump } from '../../tests/support/demo-sheet'
import { before, fold, JobAt, opened, refusalOf } from '../../tests/support/job-at'
import { eventOf } from '../../tests/support/job-walk'
import { stepOf } from '../sheet'
import { AS_IT_SHOULD, guardEvent } from '.'

describe('a tick', () => {
  it('asks for readings, marks and releases before the tick', () => {
    expect(refusalOf(opened, eventOf('step-done', { step: 'isolate' }))).toBe('step.duties-open')
    const marking = before('mark-coupling')
    const refusal = guardEvent(liftPump, marking, eventOf('step-done', { step: 'mark-coupling' }))
    expect(refusal?.message).toContain('MK-1')
    expect(refusal?.message).toContain('MK-2')
  })

  it('does not put a scrapped part back', () => {
    const state = fold([eventOf('part-disposed', { part: 'impeller', disposition: 'scrap' })], before('impeller-on'))
    const checked = fold(
      [
        eventOf('mark-checked', { mark: 'MK-7', result: 'matches' }),
        eventOf('hand-checked', { step: 'impeller-on', check: 'draws', answer: AS_IT_SHOULD }),
      ],
      state,
    )
    expect(refusalOf(checked, eventOf('step-done', { step: 'impeller-on' }))).toBe('part.scrapped')
    // Left out by a departure that is signed, it is not wanted either.
    const counted = stepOf(liftPump, 'impeller-on').refits!.map(({ part, count }) => ({ part, count: part === 'impeller' ? 0 : count }))
    const without = fold([
      eventOf('departure-made', { step: 'impeller-on', how: 'done otherwise', reason: 'goes in with the new one', counted }),
      eventOf('departure-signed', { step: 'impeller-on' }, 'lead'),
    ], checked)
    expect(refusalOf(without, eventOf('step-done', { step: 'impeller-on' }))).toBeNull()
  })

  it('of what is not at hand is refused: 7 of 8 rollers', () => {
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
})
