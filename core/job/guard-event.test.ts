import { describe, expect, it } from 'vitest'
import { demoSheet, liftPump } from '../../tests/support/demo-sheet'
import { after, opened, refusalOf } from '../../tests/support/job-at'
import { eventOf, openJob, towardsTick } from '../../tests/support/job-walk'
import { nextSteps } from '../teardown'
import { foldJob, guardEvent, sheetForJob, type JobEvent, type JobState, openDuties } from '.'

describe('guardEvent', () => {
  it('does not touch the state it starts from', () => {
    const start = JSON.stringify(opened)
    after(opened, 'isolate')
    expect(JSON.stringify(opened)).toBe(start)
  })

  it('holds the order of the sheet and says what comes first', () => {
    const refusal = guardEvent(liftPump, opened, eventOf('step-done', { step: 'rotor-out' }))
    expect(refusal?.code).toBe('step.too-early')
    expect(refusal?.message).toContain('Take the bearing caps off')
  })

  it.each<[string, JobEvent, string]>([
    [
      'a grid of the wrong shape',
      eventOf('reading-taken', { position: 'seat-de', stage: 'as-found', values: [[70]], typed: [['70']] }),
      'reading.shape',
    ],
    [
      'letters',
      eventOf('reading-taken', { position: 'end-float', stage: 'as-found', values: [[Number.NaN]], typed: [['abc']] }),
      'reading.not-a-number',
    ],
    [
      'a negative diameter',
      eventOf('reading-taken', {
        position: 'seat-de',
        stage: 'as-found',
        values: [
          [70, 70],
          [70, -70],
          [70, 70],
        ],
        typed: [
          ['', ''],
          ['', ''],
          ['', ''],
        ],
      }),
      'reading.not-positive',
    ],
    ['a part that is in the machine', eventOf('part-bagged', { part: 'impeller', count: 1, tag: 'B-01' }), 'bag.not-out'],
    ['a check of a mark nobody made', eventOf('mark-checked', { mark: 'MK-3', result: 'matches' }), 'mark.not-made'],
    ['an unknown step', eventOf('step-done', { step: 'paint-it-blue' }), 'job.unknown-reference'],
    ['an unknown part', eventOf('part-disposed', { part: 'flywheel', disposition: 'reuse' }), 'job.unknown-reference'],
    ['an undo of nothing', eventOf('undone', { event: 'never' }), 'undo.nothing'],
    ['a release where none is asked', eventOf('hold-released', { step: 'area' }), 'hold.none'],
    ['a second opening', eventOf('job-opened', { reason: 'again' }), 'job.already-open'],
    ['an old gasket without a reason', eventOf('part-disposed', { part: 'casing-gasket', disposition: 'reuse' }), 'part.never-again'],
  ])('refuses %s', (_name, event, code) => expect(refusalOf(opened, event)).toBe(code))
})

describe('the time of an event', () => {
  const at = (minutes: number) => new Date(Date.parse('2026-05-04T08:00:00.000Z') + minutes * 60_000).toISOString()
  const turbo = sheetForJob(demoSheet('turbocharger'))
  const waiting = turbo.steps.find(step => step.waits)!
  const starter = waiting.waits![0]!.after
  const codeOf = (state: JobState, event: JobEvent) => guardEvent(turbo, state, event)?.code ?? null

  it('lies not before the job, give or take what clocks differ by', () => {
    const state = openJob(turbo)
    expect(codeOf(state, eventOf('note-added', { text: 'early' }, 'a', at(-2)))).toBe('event.before-job')
    expect(codeOf(state, eventOf('note-added', { text: 'a clock' }, 'a', at(-0.5)))).toBeNull()
  })

  it('of a tick from which a wait counts lies not before what it stands on', () => {
    let state = openJob(turbo)
    const [before] = turbo.steps.find(step => step.key === starter)!.after
    for (let deeds = 0; !state.done[before!] && deeds < 200; deeds++) {
      const [step] = nextSteps(turbo, state)
      state = foldJob(turbo, [{ ...towardsTick(turbo, state, step!.key), happenedAt: at(60) }], state)
    }
    expect(state.done[before!]).toBeDefined()
    while (
      openDuties(
        turbo,
        state,
        turbo.steps.find(step => step.key === starter)!,
      ).length > 0
    )
      state = foldJob(turbo, [towardsTick(turbo, state, starter)], state)
    expect(codeOf(state, eventOf('step-done', { step: starter }, 'a', at(10)))).toBe('event.out-of-order')
    expect(codeOf(state, eventOf('step-done', { step: starter }, 'a', at(60)))).toBeNull()
  })
})
