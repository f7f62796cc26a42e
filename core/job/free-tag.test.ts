import { describe, expect, it } from 'vitest'
import { eventOf, openJob } from '../../tests/support/job-walk'
import { smallSheet } from '../../tests/support/small-sheet'
import { foldJob } from '.'
import { nextFreeTag, proposedTag } from './free-tag'

const sheet = smallSheet({ cover: 1, screws: 4 }, [
  { key: 'off', limb: 'off', rung: 'cover', removes: { cover: 1, screws: 4 } },
  { key: 'on', limb: 'on', rung: 'cover', after: ['off'], refits: { cover: 1, screws: 4 } },
])
const withBag = { ...sheet, steps: sheet.steps.map(step => step.removes ? { ...step, bag: 'B-07' } : step) }
const open = openJob(sheet)
const out = foldJob(sheet, [eventOf('step-done', { step: 'off' })], open)

describe('proposedTag', () => {
  it('is the bag of the sheet, or the first number that nobody has used', () => {
    expect(proposedTag(withBag, open, 'cover')).toBe('B-07')
    expect(proposedTag(sheet, open, 'cover')).toBe('T-01')
    const bagged = foldJob(
      sheet,
      [eventOf('part-bagged', { part: 'screws', count: 2, tag: 'T-1' }), eventOf('part-bagged', { part: 'screws', count: 1, tag: 'T-03' })],
      out,
    )
    expect(nextFreeTag(sheet, bagged)).toBe('T-02')
    expect(nextFreeTag(withBag, open, 'B')).toBe('B-01')
  })
})
