import { describe, expect, it } from 'vitest'
import { fold, opened, refusalOf } from '../../tests/support/job-at'
import { eventOf } from '../../tests/support/job-walk'
import { readingAt } from '.'

describe('a reading', () => {
  const take = (typed: string, valueMm: number) => eventOf('reading-taken', { position: 'end-float', stage: 'as-found', values: [[valueMm]], typed: [[typed]] })

  it.each([['0.12', 0.12, null], ['0,12', 0.12, null], ['120 µm', 0.12, null], ['4.724 thou', 0.1199896, null], ['0.12', 0.121, 'reading.typed'], ['twelve', 0.12, 'reading.typed'], ['0.12 bar', 0.12, 'reading.typed']])(
    'typed as %s and sent as %d: %s', (typed, valueMm, code) => expect(refusalOf(opened, take(typed, valueMm))).toBe(code))

  it('that counts is the last one of its position and stage, and one that was taken back counts no more', () => {
    const [first, second] = [take('0.12', 0.12), take('0.14', 0.14)]
    const state = fold([first, second], opened)
    expect(readingAt(state, 'end-float', 'as-found')!.values).toEqual([[0.14]])
    expect(readingAt(state, 'end-float', 'as-left')).toBeUndefined()
    expect(readingAt(fold([eventOf('undone', { event: second.id })], state), 'end-float', 'as-found')!.values).toEqual([[0.12]])
  })
})
