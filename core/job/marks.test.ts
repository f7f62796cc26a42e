import { describe, expect, it } from 'vitest'
import { liftPump } from '../../tests/support/demo-sheet'
import { before, fold, JobAt } from '../../tests/support/job-at'
import { eventOf, finish } from '../../tests/support/job-walk'
import { closeBlockers, markChecked, type MarkResult } from '.'

const pump = (until: string) => new JobAt('split-casing-lift-pump', until)
const unverified = (bench: JobAt, mark: string) =>
  closeBlockers(bench.sheet, bench.state).filter(one => one.code === 'mark-unverified' && one.mark === mark)

describe('a mark', () => {
  it('is owed before its step is ticked, and once it is on the parts only a better one is put over it', () => {
    const bench = pump('mark-coupling')
    expect(bench.duties('mark-coupling')).toEqual(['make mark', 'make mark'])
    expect(bench.try('step-done', { step: 'mark-coupling' })).toBe('step.duties-open')
    expect(bench.try('mark-made', { mark: 'MK-1', way: 'felt pen', angleDeg: 10 })).toBeNull()
    // A slip of the hand is written down anew as long as its step is open.
    expect(bench.try('mark-made', { mark: 'MK-1', way: 'felt pen', angleDeg: 90 })).toBeNull()
    expect(bench.try('mark-made', { mark: 'MK-2', way: 'punch' })).toBeNull()
    expect(bench.tick('mark-coupling').try('mark-made', { mark: 'MK-1', way: 'felt pen' })).toBe('mark.made-already')
    expect(bench.try('mark-made', { mark: 'MK-1', way: 'punch', angleDeg: 90 })).toBeNull()
  })

  it('is checked only where it was made', () => {
    const bench = pump('mark-coupling')
    expect(bench.try('mark-checked', { mark: 'MK-1', result: 'matches' })).toBe('mark.not-made')
    bench.tick('mark-coupling')
    expect(bench.try('mark-checked', { mark: 'MK-1', result: 'matches' })).toBeNull()
  })

  it.each<[MarkResult[], RegExp | null]>([
    [[], /was made on the way down and never checked/],
    [['matches'], null],
    [['does not match'], /does not match/],
    [['lost'], /was lost/],
    [['lost', 'matches'], null],
    [['matches', 'does not match'], /does not match/],
  ])('that is checked as %j keeps the job open: %s', (results, sentence) => {
    const bench = pump('caps-on')
    for (const result of results) expect(bench.try('mark-checked', { mark: 'MK-4', result })).toBeNull()
    expect(unverified(bench, 'MK-4').map(({ message }) => message)).toEqual(sentence ? [expect.stringMatching(sentence)] : [])
  })

  it('of whatever result lets its step be ticked: the machine is mended at the bench, and the closing waits', () => {
    const bench = pump('caps-on')
    expect(bench.duties('caps-on').filter(kind => kind === 'check mark').length).toBe(2)
    bench.try('mark-checked', { mark: 'MK-4', result: 'lost' })
    bench.try('mark-checked', { mark: 'MK-5', result: 'matches' })
    expect(bench.duties('caps-on')).not.toContain('check mark')
  })

  it('that was never to be made on this machine is not checked, and one whose check was departed from does not hold the job', () => {
    const bench = pump('mark-impeller')
    expect(bench.try('departure-made', { step: 'mark-impeller', how: 'does not apply', reason: 'keyed' })).toBeNull()
    expect(bench.try('departure-signed', { step: 'mark-impeller' }, 'lead')).toBeNull()
    bench.tick('mark-impeller').workTo('impeller-on')
    expect(bench.duties('impeller-on')).not.toContain('check mark')
    bench.workTo('hub-on')
    expect(unverified(bench, 'MK-2').length).toBe(1)
    bench.try('departure-made', { step: 'hub-on', how: 'done otherwise', reason: 'new hub' })
    bench.try('departure-signed', { step: 'hub-on' }, 'lead')
    bench.tick('hub-on')
    expect(unverified(bench, 'MK-2')).toEqual([])
  })

  it('is checked anew when the work goes back below its check', () => {
    const bench = pump('seal-set').tick('seal-set').workTo('caps-on')
    expect(markChecked(bench.state, 'MK-6')?.result).toBe('matches')
    expect(bench.try('gone-back', { step: 'seal-set', reason: 'it binds' })).toBeNull()
    expect(markChecked(bench.state, 'MK-6')).toBeUndefined()
    expect(bench.duties('seal-set')).toContain('check mark')
  })

  it('that did not match keeps the job open until it does', () => {
    let state = before('spacer-on')
    state = fold([eventOf('mark-checked', { mark: 'MK-1', result: 'lost' })], state)
    state = finish(liftPump, state, () => 0).state
    expect(closeBlockers(liftPump, state).map(blocker => blocker.message)).toEqual([expect.stringContaining('MK-1') as string])
    state = fold([eventOf('mark-checked', { mark: 'MK-1', result: 'matches' })], state)
    expect(closeBlockers(liftPump, state)).toEqual([])
  })
})
