import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { chooser, eventOf, numbers, openJob, towardsTick, walk } from '../../tests/support/job-walk'
import { demoDocuments, liftPump } from '../../tests/support/demo-sheet'
import { stepOf, type Sheet } from '../sheet'
import { aboveFrom, nextSteps, reopenedBy } from '../teardown'
import { foldJob, guardEvent, handCheckOf, markChecked, readingAt, sheetForJob, type JobState } from '.'

/** A machine, the lift pump unless another is named, brought to just before a step, with its duties met when that is wanted. */
function before(key: string, duties = false, sheet: Sheet = liftPump): JobState {
  let state = openJob(sheet)
  for (let tries = 0; tries < 1000; tries++) {
    const [step] = nextSteps(sheet, state)
    const event = towardsTick(sheet, state, step!.key)
    if (step!.key === key && (!duties || event.type === 'step-done')) return state
    expect(guardEvent(sheet, state, event)).toBeNull()
    state = foldJob(sheet, [event], state)
  }
  throw new Error(`never came to ${key}`)
}
const back = (step: string) => eventOf('gone-back', { step, reason: 'it binds' })

describe('going back', () => {
  it('opens what was ticked above, and what was begun there counts no more', () => {
    // The float is read but its step is not ticked yet.
    const read = before('float-left', true)
    expect(readingAt(read, 'end-float', 'as-left')).toBeDefined()
    const opened = foldJob(liftPump, [back('bearing-covers-on')], read)
    expect(readingAt(opened, 'end-float', 'as-left')).toBeUndefined()
    expect(readingAt(opened, 'end-float', 'as-found')).toBeDefined()
    expect(opened.done['bearing-covers-on']).toBeUndefined()
    expect(opened.readings.length).toBe(read.readings.length)
  })

  it('leaves alone what does not stand on it', () => {
    const state = before('casing-nuts-on')
    const opened = foldJob(liftPump, [back('ring-clearance-left')], state)
    const above = new Set(aboveFrom(liftPump, state, stepOf(liftPump, 'ring-clearance-left')).map(step => step.key))
    for (const step of liftPump.steps)
      expect(Boolean(opened.done[step.key]), step.key).toBe(Boolean(state.done[step.key]) && !above.has(step.key))
    expect(opened.moves).toEqual(state.moves)
    expect(opened.dispositions).toEqual(state.dispositions)
    expect(opened.marksMade).toEqual(state.marksMade)
  })

  it('is not undone when something the steps need was taken back meanwhile', () => {
    const turbocharger = sheetForJob(demoDocuments.find(document => document.key === 'turbocharger')!)
    const ticked = foldJob(turbocharger, [eventOf('step-done', { step: 'look-housings' })], before('look-housings', true, turbocharger))
    const event = back('look-housings')
    const opened = foldJob(turbocharger, [event], ticked)
    const undo = eventOf('undone', { event: event.id })
    expect(guardEvent(turbocharger, opened, undo)).toBeNull()
    const photo = ticked.photos.find(one => one.step === 'look-housings')!
    const withoutPhoto = foldJob(turbocharger, [eventOf('undone', { event: photo.event })], opened)
    expect(guardEvent(turbocharger, withoutPhoto, undo)?.code).toBe('undo.stood-on')
  })

  it('is refused where nothing was done, and on the way down', () => {
    const state = before('rotor-in')
    expect(guardEvent(liftPump, state, back('casing-nuts-on'))?.code).toMatch(/^back\./)
    expect(guardEvent(liftPump, state, back('rotor-out'))?.code).toBe('back.down')
  })
})

describe.each(demoDocuments.map(document => [document.key, sheetForJob(document)] as const))('going back on %s', (_key, sheet) => {
  it('leaves nothing above that counts, and undone it is as it was', () => {
    fc.assert(fc.property(numbers(fc), fc.nat({ max: 9999 }), (choices, pick) => {
      const { state } = walk(sheet, openJob(sheet), chooser(choices), 200)
      const done = sheet.steps.filter(step => step.limb !== 'off' && state.done[step.key])
      if (done.length === 0 || state.closed) return
      const step = done[pick % done.length]!
      const event = back(step.key)
      expect(guardEvent(sheet, state, event)).toBeNull()
      const opened = foldJob(sheet, [event], state)
      for (const one of aboveFrom(sheet, state, step)) {
        expect(opened.done[one.key]).toBeUndefined()
        expect(opened.released[one.key]).toBeUndefined()
        for (const read of one.reads ?? []) expect(readingAt(opened, read.position, read.stage)).toBeUndefined()
        for (const mark of one.checks ?? []) expect(markChecked(opened, mark)).toBeUndefined()
        for (const check of one.feels ?? []) expect(handCheckOf(opened, one.key, check.key)).toBeUndefined()
      }
      expect(Object.keys(opened.wentBack.at(-1)!.reopened.done!).sort()).toEqual(reopenedBy(sheet, state, step).map(one => one.key).sort())
      const restored = foldJob(sheet, [eventOf('undone', { event: event.id })], opened)
      expect({ ...restored, events: 0 }).toEqual({ ...state, events: 0 })
    }), { numRuns: 30 })
  })
})
