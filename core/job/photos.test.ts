import { describe, expect, it } from 'vitest'
import { liftPump } from '../../tests/support/demo-sheet'
import { fold, opened, ready, refusalOf } from '../../tests/support/job-at'
import { eventOf } from '../../tests/support/job-walk'
import { closeBlockers, standingEntry } from '.'

describe('the pictures of a job', () => {
  const photo = eventOf('photo-added', { photo: 'p-1' })
  const kept = eventOf('photo-kept', { photo: 'p-1', sha256: 'ab'.repeat(32) })

  it('must have arrived before it closes; a photo that was taken back is not waited for', () => {
    const taken = fold([photo], ready())
    expect(closeBlockers(liftPump, taken).map(blocker => blocker.code)).toEqual(['photo-missing'])
    expect(refusalOf(taken, eventOf('job-closed', {}))).toBe('close.blocked')
    expect(closeBlockers(liftPump, fold([kept], taken))).toEqual([])
    expect(closeBlockers(liftPump, fold([eventOf('undone', { event: photo.id })], taken))).toEqual([])
  })

  it('are kept once, and what is kept is not taken back', () => {
    const state = fold([photo, kept], opened)
    expect(refusalOf(state, eventOf('photo-kept', { photo: 'p-1', sha256: 'cd'.repeat(32) }))).toBe('photo.kept-already')
    expect(refusalOf(state, eventOf('undone', { event: kept.id }))).toBe('undo.nothing')
    expect(standingEntry(state, photo.id)).toMatchObject({ byId: 'person-a', isSignature: false })
    expect(standingEntry(state, kept.id)).toBeUndefined()
  })
})
