import { describe, expect, it } from 'vitest'
import { liftPump } from '../../tests/support/demo-sheet'
import { before, fold } from '../../tests/support/job-at'
import { eventOf, finish } from '../../tests/support/job-walk'
import { closeBlockers } from '.'

describe('a mark', () => {
  it('that did not match keeps the job open until it does', () => {
    let state = before('spacer-on')
    state = fold([eventOf('mark-checked', { mark: 'MK-1', result: 'lost' })], state)
    state = finish(liftPump, state, () => 0).state
    expect(closeBlockers(liftPump, state).map(blocker => blocker.message)).toEqual([expect.stringContaining('MK-1') as string])
    state = fold([eventOf('mark-checked', { mark: 'MK-1', result: 'matches' })], state)
    expect(closeBlockers(liftPump, state)).toEqual([])
  })
})
