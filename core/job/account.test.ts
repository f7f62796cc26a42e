import { describe, expect, it } from 'vitest'
import { liftPump } from '../../tests/support/demo-sheet'
import { after, before, fold } from '../../tests/support/job-at'
import { eventOf } from '../../tests/support/job-walk'
import { accountOf, dispositionOf } from '.'
import { lineOf, movedBy } from './account'

describe('the account of a state', () => {
  const out = after(before('casing-nuts-off'), 'casing-nuts-off')

  it('is worked out once for a state, and anew for the next', () => {
    expect(accountOf(liftPump, out)).toBe(accountOf(liftPump, out))
    const bagged = fold([eventOf('part-bagged', { part: 'casing-nuts', count: 2, tag: 'B-05' })], out)
    expect(accountOf(liftPump, bagged)).not.toBe(accountOf(liftPump, out))
    expect(lineOf(liftPump, bagged, 'casing-nuts')).toMatchObject({ out: 22, loose: 20, bagged: [{ tag: 'B-05', count: 2 }], absent: 0 })
  })

  it('goes by the last word on a part', () => {
    const decided = fold([eventOf('part-disposed', { part: 'impeller', disposition: 'repair' }), eventOf('part-disposed', { part: 'impeller', disposition: 'replace' })], out)
    expect(dispositionOf(decided, 'impeller')?.disposition).toBe('replace')
  })

  it('moves what a step moves on this machine', () => {
    const step = liftPump.steps.find(one => one.key === 'casing-nuts-off')!
    const departed = (how: 'does not apply' | 'done otherwise' | 'not possible now', more: object = {}) =>
      movedBy(fold([eventOf('departure-made', { step: step.key, how, reason: 'as found', ...more })], out), step, 'removes').map(piece => piece.count)
    const plain = step.removes!.map(piece => piece.count)
    expect([departed('does not apply'), departed('not possible now'), departed('done otherwise')]).toEqual([[], [], plain])
    expect(departed('done otherwise', { counted: [{ part: 'casing-nuts', count: 21 }] })).toEqual(plain.map(count => count === 22 ? 21 : count))
    const good = fold([eventOf('departure-made', { step: step.key, how: 'not possible now', reason: 'as found' }), eventOf('step-made-good', { step: step.key })], out)
    expect(movedBy(good, step, 'removes').map(piece => piece.count)).toEqual(plain)
  })
})
